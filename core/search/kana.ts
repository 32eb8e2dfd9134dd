/** Syllables of hiragana in rows of five vowels, in modified Hepburn; `-` is a sound that there is not. */
const rows: [string, string][] = [
  ['あいうえお', 'a i u e o'],
  ['かきくけこ', 'ka ki ku ke ko'],
  ['さしすせそ', 'sa shi su se so'],
  ['たちつてと', 'ta chi tsu te to'],
  ['なにぬねの', 'na ni nu ne no'],
  ['はひふへほ', 'ha hi fu he ho'],
  ['まみむめも', 'ma mi mu me mo'],
  ['やゆよ', 'ya yu yo'],
  ['らりるれろ', 'ra ri ru re ro'],
  ['わゐゑを', 'wa i e o'],
  ['がぎぐげご', 'ga gi gu ge go'],
  ['ざじずぜぞ', 'za ji zu ze zo'],
  ['だぢづでど', 'da ji zu de do'],
  ['ばびぶべぼ', 'ba bi bu be bo'],
  ['ぱぴぷぺぽ', 'pa pi pu pe po'],
  ['ん', 'n'],
  ['ゔ', 'vu'],
  ['ぁぃぅぇぉ', 'a i u e o'],
  ['ゃゅょゎ', 'ya yu yo wa'],
]
const syllables: Record<string, string> = {}
for (const [kana, latin] of rows)
  latin.split(' ').forEach((s, i) => {
    syllables[kana[i]!] = s
  })

/** What a small vowel makes of the syllable before it, in words from abroad: ファ is fa, ティ is ti. */
const abroad: Record<string, string> = {
  ふぁ: 'fa',
  ふぃ: 'fi',
  ふぇ: 'fe',
  ふぉ: 'fo',
  ふゅ: 'fyu',
  てぃ: 'ti',
  でぃ: 'di',
  とぅ: 'tu',
  どぅ: 'du',
  てゅ: 'tyu',
  でゅ: 'dyu',
  しぇ: 'she',
  じぇ: 'je',
  ちぇ: 'che',
  つぁ: 'tsa',
  つぃ: 'tsi',
  つぇ: 'tse',
  つぉ: 'tso',
  うぃ: 'wi',
  うぇ: 'we',
  うぉ: 'wo',
  ゔぁ: 'va',
  ゔぃ: 'vi',
  ゔぇ: 've',
  ゔぉ: 'vo',
  くぁ: 'kwa',
  いぇ: 'ye',
}

const hiraganaOf = (text: string) =>
  text.replace(/[\u30a1-\u30f6]/g, (k) => String.fromCharCode(k.charCodeAt(0) - 0x60))

/**
 * Kana in Latin letters: modified Hepburn (the system of ANSI Z39.11-1972 and of the ALA-LC table for Japanese), with
 * long vowels written once and n before every consonant, as addresses want it. What is no kana stays.
 */
export function latinOfKana(text: string): string {
  // Only runs of kana: the letters around them may have such vowels of their own.
  return text.normalize('NFKC').replace(/[\u3041-\u3096\u30a1-\u30f6\u30fc]+/g, romanised)
}

function romanised(run: string): string {
  const kana = [...hiraganaOf(run)]
  let out = ''
  let doubled = false
  for (let i = 0; i < kana.length; i++) {
    const k = kana[i]!
    if (k === 'っ') {
      doubled = true
      continue
    }
    // The long mark lengthens the vowel before it, which is written once.
    if (k === 'ー' && /[aiueo]$/.test(out)) continue
    const next = kana[i + 1] ?? ''
    let sound = abroad[k + next]
    if (sound !== undefined) i++
    else if (syllables[k] === undefined) {
      out += k
      doubled = false
      continue
    } else if ('ゃゅょ'.includes(next) && next !== '' && /i$/.test(syllables[k]!)) {
      sound = joined(syllables[k]!, syllables[next]!)
      i++
    } else sound = syllables[k]!
    if (doubled) sound = (sound.startsWith('ch') ? 't' : sound[0]!) + sound
    doubled = false
    out += sound
  }
  // The long vowels ou, oo and uu inside a word of kana, which modified Hepburn writes with one letter and a line above
  // it.
  return out.replace(/ou/g, 'o').replace(/([ou])\1/g, '$1')
}

/** A syllable in i with a small ya, yu or yo after it: ki and ya are kya, shi and ya are sha. */
function joined(first: string, small: string): string {
  const head = first.slice(0, -1)
  return /(sh|ch|j)$/.test(head) ? head + small.slice(1) : head + small
}
