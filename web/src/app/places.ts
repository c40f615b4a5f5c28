/**
 * The places of a scene, in the order of the top edge. A new one is its own folder and a line here; `name` is its
 * address, too. One that is `aside` is gone to from another place.
 */
export const PLACES = [
  { name: 'plan', word: 'Plan', page: () => import('../plan/PlanPage.vue') },
  { name: 'draw', word: 'Draw', page: () => import('../desk/DeskPage.vue') },
  { name: 'look', word: 'Second look', page: () => import('../look/LookPage.vue') },
  { name: 'takes', word: 'Takes', page: () => import('../takes/TakesPage.vue') },
  { name: 'log', word: 'Log', page: () => import('../log/LogPage.vue') },
  { name: 'hand-over', word: 'Hand over', page: () => import('../handover/HandoverPage.vue') },
  { name: 'practice', word: 'Practice', page: () => import('../practice/MeasurePage.vue'), aside: true },
  { name: 'paper', word: 'Paper in', page: () => import('../paper/PaperPage.vue'), aside: true },
  { name: 'lettering', word: 'Lettering', page: () => import('../lettering/LetteringPage.vue'), aside: true },
] as const
