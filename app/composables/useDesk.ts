import { checkTarget } from '@core/translation/checks/registry'
import type { TargetFinding } from '@core/translation/checks/check'
import { flatOfCoded } from '@core/translation/coded'
import { createGlossary } from '@core/translation/glossary'
import { holdsWords } from '@core/translation/on-page'
import { translationStates, type TranslationState } from '@core/translation/state'
import type { TargetOrigin } from '@core/translation/unit-segments'
import type { UnitChange } from '@contracts/translation'
import type { Row } from '~/components/translation/unit'

type Drafts = Record<string, string | null>

/**
 * The work on one record: its segments in a row, drafts that survive a reload, findings, and saving over what was seen.
 */
export function useDesk(record: () => string) {
  const lens = useLensStore()
  const { refresh: refreshProof, sought } = useProofFocus()
  const { data, problem, refresh, set } = useAnswer('listUnits', () =>
    lens.sameLanguage
      ? undefined
      : { query: { storefront: lens.storefront, language: lens.language, record: record() } },
  )
  const desk = computed(() =>
    data.value?.record === record() && data.value.language === lens.language ? data.value : undefined,
  )
  const all = computed<Row[]>(() =>
    (desk.value?.units ?? []).flatMap((unit) =>
      unit.segments.map((segment, index) => ({
        key: `${unit.unit}#${index}#${segment.text}`,
        unit,
        segment,
        index,
        first: index === 0,
      })),
    ),
  )
  const find = ref('')
  const only = ref<'all' | 'open'>('all')
  const isOpen = (r: Row) =>
    r.segment.target === null ||
    r.segment.was !== null ||
    r.segment.returned ||
    r.segment.unread ||
    translationStates.indexOf(r.segment.state) < translationStates.indexOf(desk.value!.asks)
  /** Those that are filtered out stay while they are worked on. */
  const rows = computed(() => {
    const q = find.value.trim().toLowerCase()
    return all.value.filter(
      (r) =>
        (only.value === 'all' || isOpen(r) || r.key === currentKey.value) &&
        (q === '' ||
          `${flatOfCoded(r.segment.text)} ${flatOfCoded(drafts.value?.[r.key] ?? '')} ${r.unit.label}`
            .toLowerCase()
            .includes(q)),
    )
  })
  const saved = computed<Drafts | undefined>(
    () => desk.value && Object.fromEntries(all.value.map((r) => [r.key, r.segment.target])),
  )
  const {
    draft: drafts,
    changed,
    reset,
  } = useDraft<Drafts>(
    () => `desk:${record()}:${lens.edition.id}`,
    () => saved.value,
  )
  const targetOf = (r: Row) => drafts.value?.[r.key] ?? null
  const differs = (r: Row) => (targetOf(r) ?? '') !== (r.segment.target ?? '')

  const currentKey = ref('')
  const at = computed(() =>
    Math.max(
      0,
      rows.value.findIndex((r) => r.key === currentKey.value),
    ),
  )
  const current = computed<Row | undefined>(() => rows.value[at.value])
  watch(
    rows,
    (list) => {
      if (!list.some((r) => r.key === currentKey.value)) currentKey.value = (list.find(isOpen) ?? list[0])?.key ?? ''
    },
    { immediate: true },
  )
  const go = (to: number) => {
    currentKey.value = rows.value[Math.max(0, Math.min(rows.value.length - 1, to))]?.key ?? ''
  }
  watch(
    [current, desk],
    () => {
      const r = current.value
      sought.value = r ? flatOfCoded(targetOf(r) ?? r.segment.target ?? r.segment.text) : null
    },
    // What was asked for before is there at once.
    { immediate: true },
  )
  onScopeDispose(() => {
    sought.value = null
  })

  const origins = new Map<string, TargetOrigin>()
  /** Whose words a draft holds, where they were taken over and nobody wrote on. */
  const tookFrom = (r: Row) => origins.get(`${r.key} ${targetOf(r)}`)
  const glossary = computed(() => createGlossary(desk.value?.terms ?? [], desk.value?.source ?? 'en'))
  function findingsOf(r: Row): TargetFinding[] {
    const text = targetOf(r)
    if (text === null || text === '') return []
    const { segment, unit } = r
    return checkTarget({
      source: segment,
      target: { text, placeholders: segment.extra },
      languages: { source: desk.value!.source, target: lens.language },
      glossary: glossary.value,
      style: unit.style,
      byMachine: (tookFrom(r) ?? (differs(r) ? 'person' : segment.origin)) === 'machine',
      most: unit.segments.length === 1 ? (unit.style.characters?.most ?? null) : null,
      inlineName: inlineLabel,
      others: all.value
        .filter((o) => o !== r && o.segment.text === segment.text && targetOf(o))
        .map((o) => targetOf(o)!),
    })
  }
  /** What is found and not overruled, looked for once for each change: a line shows how much, and whether it blocks. */
  const standings = computed(
    () => new Map(rows.value.map((r) => [r.key, findingsOf(r).filter((f) => !(f.code in r.segment.overruled))])),
  )
  const standing = (r: Row) => standings.value.get(r.key) ?? []
  const blockerIn = (r: Row) => standing(r).find((f) => f.level === 'blocker')

  let sending: Promise<unknown> = Promise.resolve()
  const busy = ref(false)
  /** Sends changes one after the other: what is changed while a save is under way waits for it. */
  function send(units: () => UnitChange[]): Promise<boolean> {
    const mine = sending.then(async () => {
      const list = units()
      if (list.length === 0) return true
      busy.value = true
      try {
        const saved = await call('saveUnits', {
          body: { storefront: lens.storefront, language: lens.language, record: record(), units: list },
        })
        // Where somebody has gone on meanwhile, another record is shown.
        if (saved.record === record() && saved.language === lens.language) set(saved)
        refreshProof()
        return true
      } catch (e) {
        tellProblem(e)
        if (e instanceof ApiProblem && e.problem.status === 412) await refresh()
        return false
      } finally {
        busy.value = false
      }
    })
    sending = mine
    return mine
  }
  interface Change {
    row: Row
    target: string | null
    state: TranslationState
    origin?: TargetOrigin
    overruled?: Record<string, string>
    /** The comment with which it is sent back. */
    returned?: string
  }
  const asUnits = (changes: Change[]) =>
    [...new Set(changes.map((c) => c.row.unit.unit))].map((unit) => ({
      unit,
      segments: changes
        .filter((c) => c.row.unit.unit === unit)
        .map((c) => ({
          index: c.row.index,
          source: c.row.segment.text,
          base: c.row.segment.target,
          target: c.target,
          state: c.state,
          ...(c.origin ? { origin: c.origin } : {}),
          ...(c.overruled ? { overruled: c.overruled } : {}),
          ...(c.returned ? { returned: c.returned } : {}),
        })),
    }))
  const fresh = (key: string) => all.value.find((r) => r.key === key)
  const tookOver = (r: Row, origin: TargetOrigin, text: string) => {
    origins.set(`${r.key} ${text}`, origin)
    drafts.value![r.key] = text
  }
  const changeOf = (r: Row, state: TranslationState): Change => {
    const origin = tookFrom(r)
    return { row: r, target: targetOf(r), state, ...(differs(r) && origin ? { origin } : {}) }
  }
  const save = () =>
    send(() => asUnits(all.value.filter(differs).map((r) => changeOf(r, targetOf(r) ? 'translated' : 'initial'))))
  /** Says that a segment is so far; the same source without a target elsewhere in the record is filled at once. */
  async function confirm(state: TranslationState) {
    const key = currentKey.value
    return send(() => {
      const r = fresh(key)
      if (!r || !targetOf(r)) return []
      const repeats = all.value.filter(
        (o) => o.key !== key && o.segment.text === r.segment.text && o.segment.target === null && !targetOf(o),
      )
      return asUnits([
        changeOf(r, state),
        ...repeats.map((o) => ({ row: o, target: targetOf(r), state, origin: 'memory' as const })),
      ])
    })
  }
  /** Sends a segment back to its writer, as it is, with what should be different. */
  const sendBack = (r: Row, comment: string) =>
    send(() => {
      const row = fresh(r.key)
      return row ? asUnits([{ row, target: row.segment.target, state: 'initial', returned: comment }]) : []
    })
  /** Other places of the same source that say otherwise. */
  const repeats = computed(() => {
    const r = current.value
    return r
      ? all.value.filter(
          (o) =>
            o.key !== r.key &&
            o.segment.text === r.segment.text &&
            targetOf(o) &&
            targetOf(r) &&
            targetOf(o) !== targetOf(r),
        )
      : []
  })
  const changeRepeats = () =>
    send(() =>
      asUnits(repeats.value.map((o) => ({ row: o, target: targetOf(current.value!), state: o.segment.state }))),
    )
  const overrule = (r: Row, code: string, reason: string) =>
    send(() =>
      asUnits([
        {
          row: fresh(r.key) ?? r,
          target: r.segment.target,
          state: r.segment.state,
          overruled: { ...r.segment.overruled, [code]: reason },
        },
      ]),
    )
  const join = () => send(() => (current.value ? [{ unit: current.value.unit.unit, join: current.value.index }] : []))
  const split = (place: number) =>
    send(() =>
      current.value ? [{ unit: current.value.unit.unit, split: { index: current.value.index, at: place } }] : [],
    )

  /** The segment whose words stand in a text of the page, the longest first. */
  function rowOnPage(words: string): Row | undefined {
    const length = (r: Row) => flatOfCoded(r.segment.target ?? r.segment.text).length
    return [...all.value]
      .sort((a, b) => length(b) - length(a))
      .find((r) => [r.segment.target, r.segment.text].some((t) => t && holdsWords(words, flatOfCoded(t))))
  }
  return {
    desk,
    problem,
    refresh,
    set,
    data,
    all,
    rows,
    find,
    only,
    isOpen,
    drafts,
    changed,
    reset,
    targetOf,
    differs,
    current,
    currentKey,
    at,
    go,
    glossary,
    findingsOf,
    standing,
    blockerIn,
    busy,
    save,
    confirm,
    sendBack,
    repeats,
    changeRepeats,
    overrule,
    join,
    split,
    tookOver,
    rowOnPage,
  }
}
export type DeskWork = ReturnType<typeof useDesk>
