import { describe, expect, it } from 'vitest'
import { slugOf } from '@core/search/slug'

describe('slugOf', () => {
  it.each([
    ['Gepäckträgertasche für Größe XL', 'de-DE', 'gepaecktraegertasche-fuer-groesse-xl'],
    ['Skärmväska för våta vägar', 'sv-SE', 'skarmvaska-for-vata-vagar'],
    ['Cykelpåse til Øresund', 'da-DK', 'cykelpaase-til-oeresund'],
    ['Sacoche étanche « Regn » 18', 'fr-CH', 'sacoche-etanche-regn-18'],
    ['Varga & Daughter’s bag', 'en-GB', 'varga-daughters-bag'],
    ['ロールトップバッグ 18', 'ja-JP', 'rorutoppubaggu-18'],
    ['谷 サイドバッグ 16', 'ja-JP', 'saidobaggu-16'],
    ['حقيبة السوق', 'ar-AE', 'hqibah-al-suq'],
    ['Сумка', 'ru', 'sumka'],
    ['谷', 'ja-JP', ''],
  ])('%s in %s is %s', (text, language, slug) => {
    expect(slugOf(text, language)).toBe(slug)
  })
  it('cuts long ones between words, and gives the same again', () => {
    const long = slugOf(
      'A very long name of a pannier that goes on and on about what it holds and where it hangs',
      'en-GB',
    )
    expect(long.length).toBeLessThanOrEqual(80)
    expect(
      'a-very-long-name-of-a-pannier-that-goes-on-and-on-about-what-it-holds-and-where-it-hangs'.startsWith(`${long}-`),
    ).toBe(true)
    expect(slugOf(long, 'en-GB')).toBe(long)
  })
})
