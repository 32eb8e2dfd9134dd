import type { Ref } from 'vue'
import type { Condition } from '@core/rules/condition'
import { asGroup, finishedRows, fromBuilder, toBuilder, type BuilderGroup } from '@core/rules/builder'

/**
 * A filter as the rule builder shows it. Rows that still wait for their value stand in the builder alone: what is asked
 * for has them once they are whole.
 */
export function useRuleFilter(where: Ref<Condition | null>) {
  const setup = useSetupStore()
  /** What is being written, while it says no more than what is asked for. */
  const draft = shallowRef<BuilderGroup>()
  const askedFor = (group: BuilderGroup): Condition | null => {
    const finished = finishedRows(group)
    return finished.children.length === 0 ? null : fromBuilder(finished, setup.forCore)
  }
  const written = (condition: Condition | null) => JSON.stringify(condition)
  watch(where, (now) => {
    // Somebody has gone to another filter: a saved view, or none.
    if (draft.value && written(askedFor(draft.value)) !== written(now)) draft.value = undefined
  })
  return computed<BuilderGroup>({
    get: () => draft.value ?? toBuilder(asGroup(where.value), setup.forCore),
    set: (group) => {
      draft.value = group
      where.value = askedFor(group)
    },
  })
}
