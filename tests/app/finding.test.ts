import { describe, expect, it } from 'vitest'
import { existsSync } from 'node:fs'
import { isRare, nearestValues } from '../../app/components/editor/offered'
import { answersTo, isInStage, stageOf, stages } from '../../app/composables/screens'

describe('screens', () => {
  it('are found by their names and by the words that people type for them', () => {
    const found = (typed: string) => stages.flatMap((s) => s.parts.filter((p) => answersTo(p, typed)).map((p) => p.to))
    expect(found('campaign')).toEqual(['/campaigns'])
    expect(found('csv upload')).toEqual(['/catalogue/import'])
    expect(found('ALT TEXT')).toEqual(['/media'])
    expect(found('no such screen')).toEqual([])
  })
  it('have a page each', () => {
    for (const { to } of stages.flatMap((s) => s.parts)) {
      const path = `app/pages${to.split('?')[0]!}`
      expect([to, existsSync(`${path}.vue`) || existsSync(`${path}/index.vue`)]).toEqual([to, true])
    }
  })
  it('mark their stage, and no other, in the rail', () => {
    const marked = (path: string) => stages.filter((s) => isInStage(s, path)).map((s) => s.code)
    expect(marked('/campaigns/frost')).toEqual(['campaigns'])
    expect(marked('/media/regn.jpg')).toEqual(['library'])
    expect(marked('/translation')).toEqual(['translation'])
    expect(marked('/review/recipes')).toEqual(['review'])
    expect(stageOf('settings').foot).toBe(true)
  })
})

describe('values that the editor offers', () => {
  const values = ['Cargo weight limit', 'Weight', 'Gross weight', 'Material', 'Counterweight'].map((label) => ({
    address: `attribute:${label.toLowerCase().replaceAll(' ', '-')}`,
    label,
  }))
  it('come with the nearest name first', () => {
    const names = (typed: string) => nearestValues(values, typed).map((v) => v.label)
    expect(names('weight')).toEqual(['Weight', 'Cargo weight limit', 'Gross weight', 'Counterweight'])
    expect(names('gross-weight')).toEqual(['Gross weight'])
    expect(names('mat')).toEqual(['Material'])
    expect(names('')).toHaveLength(5)
  })
  it('are told where hardly any product has them', () => {
    const value = (share?: number) => ({ address: 'a', label: 'A', ...(share === undefined ? {} : { share }) })
    expect([value(3), value(20), value()].map(isRare)).toEqual([true, false, false])
  })
})
