import { contactsOf, landmarksOf, type Contact, type LevelLandmark } from '@unhurried/core'
import { computed } from 'vue'
import { freshId } from '../../../api/ids'
import { useScene } from '../../../session/scene'
import { useRange } from '../../sheet/useRange'

/** The contacts of the take on the table, and what could touch what. */
export function useContacts() {
  const store = useScene()
  const { range } = useRange()
  const all = computed(() => contactsOf(store.scene!, store.take))
  const nameOf = ({ level, landmark }: LevelLandmark) =>
    `${landmarksOf(store.scene!, level).find(({ id }) => id === landmark)?.name} of ${store.scene!.levels[level]?.name}`
  /** The landmarks of the other levels. */
  const others = computed(() =>
    [...store.scene!.levelOrder]
      .reverse()
      .filter((level) => level !== store.level)
      .flatMap((level) => landmarksOf(store.scene!, level).map(({ id }): LevelLandmark => ({ level, landmark: id }))),
  )
  const put = (contact: Contact) => store.change({ type: 'contact.put', take: store.take, contact })
  return {
    all,
    others,
    nameOf,
    /** The frames a new contact is asked for: those chosen on the sheet, else those the drawing is shown. */
    frames: computed(() => ({ from: range.value.from, to: range.value.to })),
    length: computed(() => store.scene!.settings.length),
    put,
    /** A landmark of the level in hand goes where another is. */
    ask: (landmark: string, leader: LevelLandmark, frames: Pick<Contact, 'from' | 'to'>) =>
      put({ id: freshId(), leader, follower: { level: store.level, landmark }, ...frames }),
    /** The other way about: who led follows. */
    turnAbout: (contact: Contact) => put({ ...contact, leader: contact.follower, follower: contact.leader }),
    remove: ({ id }: Contact) => store.change({ type: 'contact.remove', take: store.take, contact: id }),
  }
}
