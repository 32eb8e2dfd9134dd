import type { CellBody } from '@contracts/sheet'
import { decimalSignIn } from '@core/units/typed'

/** What could not be written into a cell: why, and what was to stand there, which is offered again. */
export interface RefusedCell {
  message: string
  text: string
  value?: unknown
}

/** A cell that could not be written: why, and what was to stand there. */
interface SetAside {
  cell: CellBody
  message: string
  text: string
}

/** A step that was written from the sheet, by its number, and how many cells it wrote. */
interface SheetStep {
  step: number
  cells: number
}

const keyOf = (sku: string, column: string) => `${sku}\n${column}`
const atOnce = 2000

/**
 * Writes cells of the sheet: what is under way, what was refused and why, and what can be put back. `written` is called
 * when the sheet should be asked anew.
 */
export function useSheetWrites(written: () => Promise<unknown>) {
  const lens = useLensStore()
  const refused = new Map<string, RefusedCell>()
  const pending = new Set<string>()
  /** Rises once for all cells that are refused or under way since: thousands of them are not watched one by one. */
  const version = ref(0)
  const changed = () => {
    version.value++
  }
  /** What is asked of the cells while something is drawn is asked again when they have changed. */
  function following<T>(read: () => T): T {
    void version.value
    return read()
  }
  const steps = ref<SheetStep[]>([])
  /** What was undone, and can be done again until something else is written. */
  const undone = ref<SheetStep[]>([])
  const asked = computed(() => ({ ...lens.body, language: lens.language }))

  /** Keeps what could not be written where it was to stand. */
  function setAside(cells: readonly SetAside[]) {
    for (const { cell, message, text } of cells) {
      const { sku, column, value } = cell
      refused.set(keyOf(sku, column), { message, text, ...(value === undefined ? {} : { value }) })
    }
    changed()
  }

  /** What was written last, until it is answered: the next waits for it, and so does undo. */
  let latest: Promise<void> = Promise.resolve()
  function write(cells: CellBody[], shownText: (cell: CellBody) => string = (c) => c.text ?? ''): Promise<void> {
    if (cells.length === 0) return latest
    for (const c of cells) {
      pending.add(keyOf(c.sku, c.column))
      refused.delete(keyOf(c.sku, c.column))
    }
    changed()
    const sent = latest.then(() => send(cells, shownText))
    latest = sent.catch(() => undefined)
    return sent
  }
  async function send(cells: CellBody[], shownText: (cell: CellBody) => string): Promise<void> {
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
        const sent = new Map(some.map((c) => [keyOf(c.sku, c.column), c]))
        setAside(
          report.refused.flatMap(({ sku, column, message }) => {
            const cell = sent.get(keyOf(sku, column))
            return cell ? [{ cell, message, text: shownText(cell) }] : []
          }),
        )
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
      setAside(cells.slice(done).map((cell) => ({ cell, message: why, text: shownText(cell) })))
      tellProblem(e)
    }
    await written()
    for (const c of cells) pending.delete(keyOf(c.sku, c.column))
    changed()
  }
  const undoing = ref(false)
  /** Takes back the last of some steps, and adds the step that this is to others. */
  async function takeBack(from: typeof steps, to: typeof steps) {
    if (undoing.value) return
    undoing.value = true
    try {
      await latest
      const last = from.value.pop()
      if (last) await takeBackStep(last, to)
    } finally {
      undoing.value = false
    }
  }
  async function takeBackStep(last: SheetStep, to: typeof steps) {
    const step = await undoStep(last.step)
    if (step !== null) to.value.push({ step, cells: last.cells })
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
    refusedCount: computed(() => following(() => refused.size)),
    refusedAt: (sku: string, column: string) => following(() => refused.get(keyOf(sku, column))),
    isPending: (sku: string, column: string) => following(() => pending.has(keyOf(sku, column))),
    forget: () => {
      refused.clear()
      changed()
    },
  }
}
