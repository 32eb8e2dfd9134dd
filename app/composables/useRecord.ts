import { codeOfName } from '@core/text/code'
import { provideFormErrors } from '~/components/kit/fieldState'
import type { RecordKindName, RecordOf } from '@contracts/operations/records'

/** Where the records of a kind have their pages, where that is not under its own name. */
const pages: Partial<Record<RecordKindName, string>> = {
  pieces: 'library',
  'product-types': 'settings/types',
  attributes: 'settings/attributes',
  categories: 'settings/categories',
  feeds: 'catalogue/feeds',
  connections: 'settings/connections',
  recipes: 'review/recipes',
  lists: 'catalogue/lists',
  'house-styles': 'settings/house-style',
  storefronts: 'settings/storefronts',
  'question-sets': 'questions',
  'block-kinds': 'settings/block-kinds',
  'named-rules': 'rules',
  glossary: 'translation/glossary',
  'composed-pages': 'pages',
}

/** The page that lists the records of a kind. */
const pageOf = (kind: RecordKindName) => `/${pages[kind] ?? kind}`

/** What a new record is called in its code where its name gives none. */
const fallbackCode = (kind: RecordKindName) => kind.replace(/s$/, '')

/** What is wrong with a record before it is sent. What checks it is loaded when something is saved first. */
async function recordProblems(kind: RecordKindName, record: unknown) {
  const [{ validate }, { recordContracts }] = await Promise.all([
    import('@contracts/validation'),
    import('@contracts/operations/records'),
  ])
  return validate(recordContracts[kind].schema, record).errors
}

/** Goes to the first field in which something is wrong. */
const showFirstError = () => nextTick(() => document.querySelector<HTMLElement>('main [aria-invalid=true]')?.focus())

/** Writes a new record under a code; where that is taken, under the next that is free, which is found by trying. */
export async function putUnderFreeCode<T>(base: string, put: (code: string) => Promise<T>): Promise<T> {
  for (let n = 1; ; n++) {
    try {
      return await put(n === 1 ? base : `${base}-${n}`)
    } catch (e) {
      if (!(e instanceof ApiProblem) || e.problem.status !== 412 || n > 50) throw e
    }
  }
}

/**
 * A record that is being written, a piece or a product type: what is stored, the draft beside it, and saving that never
 * overwrites somebody else. Without a code it is a new one, and gets its code from its name when it is saved.
 */
export function useRecord<K extends RecordKindName>(
  kind: K,
  code: () => string | null,
  blank: () => RecordOf<K>,
  nameOf: (record: RecordOf<K>) => string,
) {
  type R = RecordOf<K>
  const stored = shallowRef<R>()
  const tag = ref<string | null>(null)
  const problem = shallowRef<ApiProblem>()
  /** Somebody else's newer version, when saving met one. */
  const conflict = shallowRef<R>()
  /** What was wrong with the last try to save, by path. */
  const errors = ref<{ path: string; message: string }[]>([])
  /** What is wrong and stands at no field. */
  const otherErrors = provideFormErrors(errors)
  const busy = ref(false)
  /** A newer version that is being fetched; saving waits for it. */
  let settling: Promise<void> = Promise.resolve()
  const { draft, changed, reset } = useDraft<R>(
    () => `${kind}:${code() ?? 'new'}`,
    () => stored.value,
  )

  async function load() {
    problem.value = undefined
    const c = code()
    if (c === null) {
      stored.value = blank()
      tag.value = null
      return
    }
    try {
      const answer = await readRecord(kind, c)
      if (c !== code()) return
      stored.value = answer.data
      tag.value = answer.tag
    } catch (e) {
      if (e instanceof ApiProblem) problem.value = e
      else throw e
    }
  }
  watch(code, () => void load(), { immediate: true })

  async function put(record: R): Promise<R> {
    const headers: Record<string, string> = tag.value === null ? { 'If-None-Match': '*' } : { 'If-Match': tag.value }
    const answer = await writeRecord(kind, record, headers)
    tag.value = answer.tag
    return answer.data
  }

  const make = (record: R) =>
    putUnderFreeCode(codeOfName(nameOf(record), fallbackCode(kind)), (free) => put({ ...record, code: free }))

  /**
   * Saves the draft, changed by `prepare` on its way. Returns what is stored then, or undefined where it was refused.
   */
  async function save(prepare: (r: R) => R = (r) => r): Promise<R | undefined> {
    if (draft.value === undefined || busy.value) return undefined
    const isNew = code() === null
    const record = prepare(JSON.parse(JSON.stringify(draft.value)) as R)
    const toSend = isNew ? { ...record, code: fallbackCode(kind) } : record
    busy.value = true
    try {
      errors.value = await recordProblems(kind, toSend)
      if (errors.value.length > 0) {
        tellProblem(
          new ApiProblem({ title: 'Not valid', status: 422, detail: 'Nothing has been saved.', errors: errors.value }),
        )
        return undefined
      }
      await settling
      const written = isNew ? await make(record) : await put(record)
      stored.value = written
      reset()
      conflict.value = undefined
      tell(isNew ? 'Created' : 'Saved')
      if (isNew)
        await navigateTo(
          { path: `${pageOf(kind)}/${segment(written.code)}`, query: useRoute().query },
          { replace: true },
        )
      return written
    } catch (e) {
      if (e instanceof ApiProblem) {
        errors.value = e.problem.errors ?? []
        void showFirstError()
        if (e.problem.status === 412) conflict.value = (e.problem.current ?? undefined) as R | undefined
      }
      tellProblem(e)
      return undefined
    } finally {
      busy.value = false
    }
  }

  /** Deletes the record, where nothing needs it, and goes to the list of its kind. */
  async function remove(then: () => Promise<unknown> = () => Promise.resolve()) {
    try {
      await deleteRecord(kind, code()!, tag.value!)
      reset()
      await then()
      tell('Deleted')
      await navigateTo(pageOf(kind))
    } catch (e) {
      tellProblem(e)
    }
  }

  /** The newer version takes the place of the draft. */
  async function takeTheirs() {
    await load()
    reset()
    conflict.value = undefined
  }
  /** The draft stays, to be saved over the newer version, which the history keeps. */
  function keepMine() {
    const mine = JSON.parse(JSON.stringify(draft.value)) as R
    settling = load().then(() => {
      draft.value = mine
      conflict.value = undefined
    })
    return settling
  }
  const errorAt = (path: string) =>
    errors.value.find((e) => e.path === path || e.path.startsWith(`${path}.`) || e.path.startsWith(`${path}[`))?.message
  /** The page that lists its kind, and whose history is read. */
  const list = pageOf(kind)
  const history = computed(() => {
    const c = code()
    return c === null ? null : { kind, code: c }
  })
  return {
    stored,
    draft,
    changed,
    reset,
    load,
    save,
    remove,
    problem,
    conflict,
    takeTheirs,
    keepMine,
    errors,
    otherErrors,
    errorAt,
    busy,
    code: computed(code),
    list,
    history,
  }
}
