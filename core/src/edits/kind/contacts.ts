import { framesFromTo } from '../../base/counted'
import { z } from 'zod'
import { hasContact, isLiving } from '../../timing/contacts'
import { refuse } from '../../scene/refusal'
import { contactSchema, idSchema, type Contact, type Scene, type Take } from '../../scene/schema'
import { editKind } from '../edit'
import { levelOf, takeOf } from '../lookup'

function withContacts(take: Take, contacts: readonly Contact[]): Take {
  const { contacts: _, ...rest } = take
  return contacts.length > 0 ? { ...rest, contacts: [...contacts] } : rest
}

/** The contacts of a take with their first and last frames moved; one that keeps no frame goes. */
export function withContactsAt(
  take: Take,
  move: (frames: Pick<Contact, 'from' | 'to'>) => Pick<Contact, 'from' | 'to'>,
): Take {
  if (!take.contacts) return take
  return withContacts(
    take,
    take.contacts.flatMap((contact) => {
      const { from, to } = move(contact)
      return from <= to ? [{ ...contact, from, to }] : []
    }),
  )
}

const nameOf = (scene: Scene, { level, landmark }: Contact['leader']) =>
  scene.levels[level]?.landmarks?.find(({ id }) => id === landmark)?.name ?? 'a landmark'

/** Asks for a contact, or changes one; those whose landmarks are gone are tidied away with it. */
export const contactPut = editKind({
  pastLocks: true,
  schema: z.strictObject({ type: z.literal('contact.put'), take: idSchema, contact: contactSchema }),
  apply(scene, { take: id, contact }) {
    const take = takeOf(scene, id)
    for (const { level, landmark } of [contact.leader, contact.follower]) {
      const { landmarks = [], name } = levelOf(scene, level)
      if (!landmarks.some((each) => each.id === landmark)) refuse(`This landmark is not on level ${name} any more.`)
    }
    if (contact.to > scene.settings.length)
      refuse(`Frame ${contact.to} is beyond the end: the scene has ${scene.settings.length} frames.`)
    const all = take.contacts ?? []
    const next = all.some((each) => each.id === contact.id)
      ? all.map((each) => (each.id === contact.id ? contact : each))
      : [...all, contact]
    const living = next.filter((each) => isLiving(scene, each))
    return { ...scene, takes: { ...scene.takes, [id]: withContacts(take, living) } }
  },
  words: ({ contact: { leader, follower, from, to } }, scene) =>
    `${nameOf(scene, follower)} touches ${nameOf(scene, leader)} on ${framesFromTo(from, to)}`,
})

export const contactRemove = editKind({
  pastLocks: true,
  schema: z.strictObject({ type: z.literal('contact.remove'), take: idSchema, contact: idSchema }),
  apply(scene, { take: id, contact: gone }) {
    const take = takeOf(scene, id)
    if (!hasContact(take, gone)) refuse('This contact is not asked for any more.')
    const left = take.contacts!.filter((each) => each.id !== gone)
    return { ...scene, takes: { ...scene.takes, [id]: withContacts(take, left) } }
  },
  words: () => 'a contact taken away',
})
