import type { Drawing, Role } from '@unhurried/core'
import type { useScene } from '../../session/scene'
import type { ThingAct } from './things'

const ROLES: readonly (readonly [Role, string])[] = [
  ['key', 'Make it a key'],
  ['breakdown', 'Make it a breakdown'],
  ['inbetween', 'Make it an inbetween'],
]

/** The roles a drawing does not have, to be given to it. */
export const roleActs = (store: ReturnType<typeof useScene>, { id, role: has }: Drawing): ThingAct[] =>
  ROLES.filter(([role]) => role !== has).map(([role, words]) => ({
    words,
    does: () => store.change({ type: 'drawing.set', drawing: id, fields: { role } }),
  }))
