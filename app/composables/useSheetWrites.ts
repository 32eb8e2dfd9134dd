import type { CellBody } from '@contracts/sheet'
import { decimalSignIn } from '@core/units/typed'

/** What could not be written into a cell: why, and what was to stand there, which is offered again. */
export interface RefusedCell {
  message: string
  text: string
  value?: unknown
}

const keyOf = (sku: string, column: string) => `${sku}\n${column}`
const atOnce = 2000

/**
 * Writes cells of the sheet: what is under way, what was refused and why, and what can be put back. `written` is called
 * when the sheet should be asked anew.
 */
export function useSheetWrites(written: () => Promise<unknown>) {
  const lens = useLensStore()
  const refused = ref(new Map<string, RefusedCell>())
  const pending = ref(new Set<string>())
  /** Rises when what is refused or under way has changed, for rows that are drawn only then. */
  const version = ref(0)
  watch(
    [refused, pending],
    () => {
      version.value++
    },
    { deep: true, flush: 'sync' },
  )
  const steps = ref<{ step: number; cells: number }[]>([])
  /** What was undone, and can be done again until something else is written. */
  const undone = ref<{ step: number; cells: number }[]>([])
  const asked = computed(() => ({ ...lens.body, language: lens.language }))

  /** Keeps what could not be written where it was to stand. */
  function setAside({ sku, column, value }: CellBody, message: string, text: string) {
    refused.value.set(keyOf(sku, column), { message, text, ...(value === undefined ? {} : { value }) })
  }

  async function write(cells: CellBody[], shownText: (cell: CellBody) => string = (c) => c.text ?? ''): Promise<void> {
    if (cells.length === 0) return
    for (const c of cells) {
      pending.value.add(keyOf(c.sku, c.column))
      refused.value.delete(keyOf(c.sku, c.column))
    }
    let count = 0
    let failed = 0
    let done = 0
    try {
      for (let i = 0; i < cells.length; i += atOnce) {
        const some = cells.slice(i, i + atOnce)
        const report = await call('writeCells', {
          body: { lens: asked.value, decimalSign: decimalSignIn(numberLanguage()), cells: some },
        })
        if (report.step !== null) {
          steps.value.push({ step: report.step, cells: report.written })
          undone.value = []
        }
        count += report.written
        failed += report.refused.length
        done = i + some.length
        for (const r of report.refused) {
          const cell = some.find((c) => c.sku === r.sku && c.column === r.column)
          if (cell) setAside(cell, r.message, shownText(cell))
        }
      }
      if (cells.length > 1)
        tell(
          `${numberShown(count)} ${count === 1 ? 'value' : 'values'} ` +
            `written${failed ? `, ${failed} rejected and marked in red` : ''}`,
        )
      useProofFocus().refresh()
    } catch (e) {
      // What did not arrive is not lost: it stays in its cells, to be written again.
      const why = e instanceof ApiProblem ? e.sentence : 'This could not be saved.'
      for (const cell of cells.slice(done)) setAside(cell, why, shownText(cell))
      tellProblem(e)
    }
    await written()
    pending.value = new Set()
  }
  const undoing = ref(false)
  /** Takes back the last of some steps, and adds the step that this is to others. */
  async function takeBack(from: typeof steps, to: typeof steps) {
    if (undoing.value) return
    const last = from.value.pop()
    if (!last) return
    undoing.value = true
    const step = await undoStep(last.step)
    if (step !== null) to.value.push({ step, cells: last.cells })
    undoing.value = false
    await written()
  }
  /** Undoes the last step of this sheet. */
  const undo = () => takeBack(steps, undone)
  /** Does again what was undone last. */
  const redo = () => takeBack(undone, steps)
  return {
    write,
    setAside,
    undo,
    redo,
    steps,
    undone,
    undoing,
    version,
    refusedCount: computed(() => refused.value.size),
    refusedAt: (sku: string, column: string) => refused.value.get(keyOf(sku, column)),
    isPending: (sku: string, column: string) => pending.value.has(keyOf(sku, column)),
    forget: () => {
      refused.value = new Map()
    },
  }
}
