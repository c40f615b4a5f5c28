import { inDueOrder, schedule, secondsBy, whyOf, type ToDo, type Week } from '@unhurried/core'
import type { PersonalEntry } from '@unhurried/core/api'
import { computed, shallowRef } from 'vue'
import { productionWithScenes } from '../../api/all-scenes'
import type { ShelvedScene } from '../../api/api'
import { useFetching } from '../../api/fetching'
import { logApi } from '../../session/record/record-work'
import { momentOf } from '../../session/record/moment'
import { useEstimator, useHours } from '../useHours'
import { useWorkingWeek } from '../useWorkingWeek'

/** What is left of a scene, by what the shelf knows of it. */
const toDoOf = ({ id, stages = [] }: ShelvedScene): ToDo[] =>
  stages.flatMap(({ level, pass, done, of }) => (of > done ? [{ scene: id, level, pass, count: of - done }] : []))

/** The log of a whole production: what is left of each of its scenes, in which order, and where the hours went. */
export function useProductionLog(production: string) {
  const name = shallowRef('')
  const scenes = shallowRef<readonly ShelvedScene[]>()
  const log = shallowRef<readonly PersonalEntry[]>()
  const { trouble, fetching } = useFetching()
  async function read() {
    const found = await productionWithScenes(production)
    name.value = found.name
    log.value = await logApi.readProduction(production)
    scenes.value = found.scenes
  }
  const load = () => fetching(read)
  void load()

  const week = useWorkingWeek()
  const calendar = computed(() => ({
    week: week.value.week as Week,
    people: week.value.people,
    daysOff: new Set(week.value.daysOff),
    from: momentOf(Date.now()).day,
  }))
  const ordered = computed(() => inDueOrder((scenes.value ?? []).filter((scene) => toDoOf(scene).length > 0)))
  const lots = computed(() => ordered.value.map(toDoOf))
  const hours = useHours(
    useEstimator(),
    () => lots.value,
    () => log.value,
  )
  /** Scenes with something left, in the order in which they are best done, and the days on which each is done then. */
  const inOrder = computed(() =>
    ordered.value.map((scene, n) => {
      const until = hours.value?.length === ordered.value.length ? hours.value[n] : undefined
      const done = until && schedule({ hours: until, ...calendar.value })
      const late = scene.dueOn !== undefined && done !== undefined && !(done.safe.day && done.safe.day <= scene.dueOn)
      return { scene, left: lots.value[n]!.reduce((sum, { count }) => sum + count, 0), until, done, late }
    }),
  )
  const nameOf = (id: string) => scenes.value?.find((scene) => scene.id === id)?.name ?? 'scenes put away'
  return {
    name,
    scenes,
    log,
    trouble,
    load,
    calendar,
    inOrder,
    why: computed(() => whyOf(lots.value.flat(), log.value ?? [])),
    byScene: computed(() => secondsBy(log.value ?? [], ({ scene }) => nameOf(scene))),
    byPass: computed(() => secondsBy(log.value ?? [], ({ pass }) => pass)),
    secondsOn: computed(
      () => new Map(secondsBy(log.value ?? [], ({ from }) => momentOf(from).day).map((day) => [day.name, day.seconds])),
    ),
  }
}
