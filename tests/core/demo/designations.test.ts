import { describe, expect, it } from 'vitest'
import { designationIn, designations } from '@demo/designations'
import { copyLanguages } from '@demo/line'
import { lines, namesOf } from '@demo/rows'

const others = copyLanguages.filter((language) => !language.startsWith('en') && language !== 'de-CH')
const models = lines.flatMap((line) => line.models.map((model) => ({ line, model })))

describe('what tells models apart', () => {
  it('is said in every language, in its own script', () => {
    for (const word of designations)
      for (const language of others) {
        const said = designationIn(word, language)
        expect(said, `${word} in ${language}`).toMatch(/\S/)
        if (language === 'ja-JP') expect(said, word).not.toMatch(/[a-z]/i)
        if (language === 'ar-AE') expect(said, word).toMatch(/[\u0600-\u06ff]/)
      }
  })
  it('is used: each word is the designation of a model', () => {
    const used = new Set(models.map(({ model }) => model.n))
    expect(designations.filter((word) => !used.has(word))).toEqual([])
  })
  it('leaves no English word in the names of other languages', () => {
    const left = models.flatMap(({ line, model }) => {
      if (!/^[a-z]{3}/.test(model.n)) return []
      const names = namesOf(line, model) as Record<string, string>
      return others
        .filter((language) => !model.words?.[language])
        .filter((language) => names[language] !== undefined && designationIn(model.n, language) === undefined)
        .map((language) => `${model.sku} ${language}: ${names[language]}`)
    })
    expect(left).toEqual([])
  })
  it('has Swiss spelling in German for Switzerland', () => {
    const swiss = models.flatMap(({ line, model }) => (namesOf(line, model) as Record<string, string>)['de-CH'] ?? [])
    expect(swiss.filter((name) => name.includes('ß'))).toEqual([])
    expect(swiss.some((name) => name.endsWith('gross'))).toBe(true)
  })
})
