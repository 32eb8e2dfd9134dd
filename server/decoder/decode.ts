import { fork, type ChildProcess } from 'node:child_process'
import path from 'node:path'
import { CsvFileError } from '../services/files/csv-file'
import { Gate } from '../services/people/gate'
import { unprocessable, Problem } from '../services/problem'
import type { Answer, DecoderTask, DecoderTasks, Order } from './tasks'

/** One task may take so long, in milliseconds; then its process is ended. */
const patience = 60_000
/** So many processes look into files at a time. */
const processes = 2
/** A process that nobody asked for so long is let go, in milliseconds. */
const idle = 60_000

const gate = new Gate({ atOnce: processes, waiting: 200 })
const free: Decoder[] = []

/** The program, as the build puts it, or where another way of starting says that its programs lie. */
const program = () => path.resolve(process.env.INKLOOM_PROGRAMS ?? '.output/worker', 'decoder.mjs')

/** Ends a task whose process died or was ended. */
class DecoderEnded extends Error {}

class Decoder {
  private readonly child: ChildProcess
  private asked = 0
  private timer: NodeJS.Timeout | undefined
  ended = false

  constructor() {
    this.child = fork(program(), [], {
      serialization: 'advanced',
      stdio: ['ignore', 'ignore', 'inherit', 'ipc'],
      env: { NODE_ENV: 'production', PATH: process.env.PATH ?? '' },
      execArgv: ['--max-old-space-size=768', '--enable-source-maps'],
    })
    this.child.unref()
    this.child.channel?.unref()
    const gone = () => {
      this.ended = true
    }
    this.child.once('exit', gone).once('error', gone)
  }

  async ask(task: DecoderTask, input: unknown): Promise<Answer> {
    clearTimeout(this.timer)
    const { child } = this
    const order: Order = { n: ++this.asked, task, input }
    child.channel?.ref()
    try {
      return await new Promise<Answer>((resolve, reject) => {
        const done = (end: () => void) => {
          clearTimeout(timer)
          child.off('message', heard).off('exit', died).off('error', died)
          end()
        }
        const heard = (answer: Answer) => {
          if (answer.n === order.n) done(() => resolve(answer))
        }
        const died = () => done(() => reject(new DecoderEnded()))
        const timer = setTimeout(() => {
          this.end()
          died()
        }, patience)
        child.on('message', heard).once('exit', died).once('error', died)
        child.send(order, (e) => {
          if (e) died()
        })
      })
    } finally {
      child.channel?.unref()
    }
  }

  /** Waits for the next task, and goes when none comes. */
  rest(): void {
    this.timer = setTimeout(() => {
      this.end()
      const at = free.indexOf(this)
      if (at >= 0) free.splice(at, 1)
    }, idle)
    this.timer.unref()
  }

  end(): void {
    this.ended = true
    this.child.kill('SIGKILL')
  }
}

type Input<T extends DecoderTask> = Parameters<DecoderTasks[T]>[0]
type Result<T extends DecoderTask> = Awaited<ReturnType<DecoderTasks[T]>>

/**
 * Has a file looked into by a process of its own, so that a file that is made to break a decoder, to take all memory or
 * to last for ever ends that process and no other. Throws a 422 problem where it does, and whatever is wrong with the
 * file.
 */
export async function decode<T extends DecoderTask>(task: T, input: Input<T>): Promise<Result<T>> {
  const answer = await gate.take(async () => {
    let decoder = free.pop()
    while (decoder?.ended) decoder = free.pop()
    decoder ??= new Decoder()
    try {
      return await decoder.ask(task, input)
    } catch (e) {
      decoder.end()
      if (e instanceof DecoderEnded)
        throw unprocessable(
          'This file takes more time or memory to read than any file should. Save it again in another ' +
            'program, or make it smaller, and send it again.',
        )
      throw e
    } finally {
      if (!decoder.ended) {
        decoder.rest()
        free.push(decoder)
      }
    }
  })
  if ('problem' in answer) throw new Problem(answer.problem.status, answer.problem.title, answer.problem.detail)
  if ('table' in answer) throw new CsvFileError(answer.table.problem as never, answer.table.line)
  if ('error' in answer) throw new Error(answer.error)
  return answer.result as Result<T>
}

/** Ends the processes that wait for files. */
export function endDecoders(): void {
  for (const decoder of free.splice(0)) decoder.end()
}
