import { mkdirSync, mkdtempSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import path from 'node:path'
import { afterAll, describe, expect, it } from 'vitest'
import { circleOf, importsOf } from '../../../scripts/lint/circles.mjs'

const root = mkdtempSync(path.join(tmpdir(), 'circles-'))
afterAll(() => rmSync(root, { recursive: true }))
const write = (file: string, text: string) => {
  mkdirSync(path.dirname(path.join(root, file)), { recursive: true })
  writeFileSync(path.join(root, file), text)
}
const circle = (file: string) =>
  circleOf(path.join(root, file), importsOf(root, ['core', 'server']))?.map((f: string) => path.relative(root, f))

describe('files that import each other in a circle', () => {
  write('core/a.ts', `import type { B } from './b'\nimport { x } from 'package'\nimport './alone'`)
  write('core/b.ts', `export { C } from '@server/c'`)
  write('server/c.ts', `const a = await import('@core/a')`)
  write('core/alone.ts', `export const alone = 1`)
  it('are found by types, by names of rooms, and where they are loaded later', () => {
    expect(circle('core/a.ts')).toEqual(['core/a.ts', 'core/b.ts', 'server/c.ts'])
    expect(circle('server/c.ts')).toEqual(['server/c.ts', 'core/a.ts', 'core/b.ts'])
  })
  it('are none where a file only leads into a circle, or to nothing', () => {
    write('core/outside.ts', `import { B } from './b'`)
    expect(circle('core/outside.ts')).toBeUndefined()
    expect(circle('core/alone.ts')).toBeUndefined()
  })
})
