import { CsvFileError } from '../services/files/csv-file'
import { Problem } from '../services/problem'
import { decoderTasks, type Answer, type Order } from './tasks'

// A process that looks into files from outside: what is made to break a decoder breaks this one, and nothing else.

/** More memory than this is taken only by what is made to take it, in bytes. */
const mostMemory = 1536 * 1024 * 1024
setInterval(() => {
  if (process.memoryUsage.rss() > mostMemory) process.exit(137)
}, 50).unref()

function answerOf(n: number, e: unknown): Answer {
  if (e instanceof Problem) return { n, problem: { status: e.status, title: e.title, detail: e.detail } }
  if (e instanceof CsvFileError) return { n, table: { problem: e.problem, line: e.line } }
  return { n, error: (e as Error).message }
}

/** Who asked may have gone in the meantime; then nobody waits for the answer, or for this process. */
function answerToParent(answer: Answer): void {
  process.send!(answer, undefined, undefined, (e: Error | null) => {
    if (e) process.exit(0)
  })
}

process.on('message', ({ n, task, input }: Order) => {
  const work = decoderTasks[task] as (input: unknown) => Promise<unknown>
  void work(input)
    .then(
      (result): Answer => ({ n, result }),
      (e: unknown) => answerOf(n, e),
    )
    .then(answerToParent)
})
process.on('disconnect', () => process.exit(0))
