import type { Contact, Scene, Take } from '../scene/schema'

export const hasContact = ({ contacts = [] }: Take, id: string): boolean => contacts.some((each) => each.id === id)

/** Whether both landmarks of a contact are still there. */
export const isLiving = ({ levels }: Scene, { leader, follower }: Contact): boolean =>
  [leader, follower].every(({ level, landmark }) => levels[level]?.landmarks?.some(({ id }) => id === landmark))

/** The contacts a take asks for, of landmarks that are there. */
export const contactsOf = (scene: Scene, take: string): readonly Contact[] =>
  scene.takes[take]?.contacts?.filter((contact) => isLiving(scene, contact)) ?? []
