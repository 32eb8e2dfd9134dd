import type { ShownWork } from '@contracts/translation'

const none = {
  q: '',
  show: 'open' as ShownWork | '',
  kinds: '',
  category: '',
  campaign: '',
  page: '',
  person: '',
  writer: '',
  due: '',
}

const numbered = (id: string): number | '' => (id === '' ? '' : Number(id))

/**
 * What of the translation work is looked at: kept for whoever comes back from the desk, which goes on through the same
 * list.
 */
export function useWorkFilter() {
  const filter = useState('work-filter', () => ({ ...none })).value
  /** As the list is asked for. */
  const asked = computed(() =>
    filled({
      ...filter,
      person: numbered(filter.person),
      writer: numbered(filter.writer),
    }),
  )
  /** Begins anew with what an address names, if it names any. */
  function take(query: Record<string, unknown>) {
    const named = Object.fromEntries(
      Object.keys(none).flatMap((k) => (typeof query[k] === 'string' ? [[k, query[k]]] : [])),
    )
    if (Object.keys(named).length > 0) Object.assign(filter, none, named)
  }
  return { filter, asked, take }
}
