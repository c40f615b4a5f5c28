/** What is held of the code without running it: scripts of package.json, none of which waits for another. */
export const STATIC_CHECKS = ['formatted', 'rules', 'layers', 'types', 'unused']
