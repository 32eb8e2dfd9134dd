import path from 'node:path'
import { describe, expect, it } from 'vitest'
import { retired, retiredIn } from '../../../scripts/words/retired.mjs'
import { textsOf } from '../../../scripts/words/texts.mjs'

const texts = textsOf(path.resolve('.'))

describe('the words of the interface', () => {
  it('are found in templates, in their attributes and expressions, and in messages of code', () => {
    const found = (file: string, text: string) => texts.some((t) => t.file === file && t.text === text)
    expect(found('app/pages/sign-in.vue', 'Password')).toBe(true)
    expect(found('app/components/records/RecordActions.vue', 'Discard changes')).toBe(true)
    expect(found('server/services/problem.ts', 'Not found')).toBe(true)
  })
  it('hold none that is retired', () => {
    expect(retiredIn(texts)).toEqual([])
  })
  it.each([
    ['Put the import back', 'undo'],
    ['Take the group out', 'remove'],
    ['Work it out anew', 'recalculate'],
    ['Nothing is called that.', 'no results'],
    ['Language before', 'previous'],
  ])('would be told of “%s”', (text, instead) => {
    const told = retiredIn([{ file: 'x', line: 1, text }])
    expect(told.some((t) => t.includes(instead))).toBe(true)
  })
  it('have a plain word for each that is retired', () => {
    expect(retired.every(([, instead]) => instead !== '')).toBe(true)
  })
})
