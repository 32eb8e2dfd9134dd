import { spawn } from 'node:child_process'
import { expect, it } from 'vitest'
import { supervise } from '../../scripts/supervise.mjs'

it('starts again what dies, with growing pauses, says so, and ends it when it is told to', async () => {
  const said: string[] = []
  let starts = 0
  const program = supervise(
    'program',
    () => {
      starts++
      // The first two die at once, the third stays.
      return spawn(process.execPath, ['-e', starts < 3 ? 'process.exit(3)' : 'setInterval(() => {}, 1000)'])
    },
    { say: (line: string) => said.push(line) },
  )
  for (let i = 0; i < 100 && starts < 3; i++) await new Promise((r) => setTimeout(r, 100))
  expect(said).toEqual([
    'The program ended (3). It is started again in 0.5 s.',
    'The program ended (3). It is started again in 1 s.',
  ])
  const { pid } = program.running()!
  await program.stop()
  expect(() => process.kill(pid!, 0)).toThrow()
  await new Promise((r) => setTimeout(r, 700))
  expect(starts).toBe(3)
})
