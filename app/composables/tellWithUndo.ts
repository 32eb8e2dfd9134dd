import type { UndoReport } from '@contracts/bulk'
import { toast } from 'vue-sonner'

/** How long one can undo from the message, in milliseconds; the history offers it for good. */
const offered = 15_000

/** Says that something was done, and offers to undo its step; `after` is called once it is undone. */
export function tellWithUndo(text: string, step: number, after?: () => unknown) {
  const undo = async () => {
    await undoStep(step)
    after?.()
  }
  toast.success(text, { duration: offered, action: { label: 'Undo', onClick: () => void undo() } })
}

/** Undoes a step and says what came of it. Returns the step that this made, or null where nothing was undone. */
export async function undoStep(step: number): Promise<number | null> {
  try {
    const job = await useJobsStore().end((await call('undoStep', { params: { id: step } })).id)
    if (job.state !== 'done') {
      tell(howItEnded(job))
      return null
    }
    const { skippedCount, step: made } = job.result as UndoReport
    tell(skippedCount > 0 ? `Undone, except ${numberShown(skippedCount)} changed again since` : 'Undone')
    useProofFocus().refresh()
    return made
  } catch (e) {
    tellProblem(e)
    return null
  }
}
