/** In tests without a browser nothing pops up: what would be said is kept to be read. */
export const said: string[] = []
export const ElMessage = ({ message }: { message: string }) => void said.push(message)
