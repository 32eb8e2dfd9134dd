import { toRomaji } from 'wanakana'
import { describe, expect, it } from 'vitest'
import { latinOfArabic } from '@core/search/arabic'
import { latinOfKana } from '@core/search/kana'

// Kana against the package `wanakana`, which writes Hepburn too: every syllable, every one with a small sound after it,
// and each doubled.
describe('kana', () => {
  const plain = [
    ...'あいうえおかきくけこさしすせそたちつてとなにぬねのはひふへほまみむめもやゆよらりるれろわがぎぐげござじずぜぞだでどばびぶべぼぱぴぷぺぽん',
  ]
  const joined = [...'きしちにひみりぎじびぴ'].flatMap((k) => [...'ゃゅょ'].map((s) => k + s))
  const doubled = [...'かきくけこさしすせそたちつてとぱぴぷぺぽ'].map((k) => `っ${k}`)
  const katakana = (s: string) => s.replace(/[\u3041-\u3096]/g, (k) => String.fromCharCode(k.charCodeAt(0) + 0x60))
  it.each([...plain, ...joined, ...doubled].map((k) => [k]))('%s', (k) => {
    expect(latinOfKana(k)).toBe(toRomaji(k))
    expect(latinOfKana(katakana(k))).toBe(toRomaji(k))
  })
  // Words from the introduction of the ALA-LC table for Japanese and of Kenkyusha's dictionary, from memory; long
  // vowels without their line.
  it.each([
    ['しんぶん', 'shinbun'],
    ['とうきょう', 'tokyo'],
    ['おおさか', 'osaka'],
    ['ほっかいどう', 'hokkaido'],
    ['まっちゃ', 'matcha'],
    ['コンピューター', 'konpyuta'],
    ['パーティー', 'pati'],
    ['ファックス', 'fakkusu'],
  ])('%s is %s', (kana, latin) => {
    expect(latinOfKana(kana)).toBe(latin)
  })
  it('leaves everything else as it is', () => {
    expect(latinOfKana('Boulder 谷 バッグ moon')).toBe('Boulder 谷 baggu moon')
  })
})

// Letters by the table of BGN/PCGN 1956 for Arabic, without its marks; the table is from memory.
describe('Arabic', () => {
  it.each([
    ['ثوب', 'thub'],
    ['جراب', 'jrab'],
    ['خوذة', 'khudhah'],
    ['ضوء', 'du'],
    ['غطاء', 'ghta'],
    ['قفاز', 'qfaz'],
    ['دبي', 'dbi'],
    ['يد', 'yd'],
    ['وزن', 'wzn'],
    ['الطرد', 'al-trd'],
    ['مُحَمَّد', 'muhammad'],
  ])('%s is %s', (arabic, latin) => {
    expect(latinOfArabic(arabic)).toBe(latin)
  })
})
