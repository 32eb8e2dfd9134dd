/**
 * Consonants and long vowels of Arabic in Latin letters without marks, after the romanisation of BGN/PCGN 1956; from
 * memory.
 */
const letters: Record<string, string> = {
  ب: 'b',
  ت: 't',
  ث: 'th',
  ج: 'j',
  ح: 'h',
  خ: 'kh',
  د: 'd',
  ذ: 'dh',
  ر: 'r',
  ز: 'z',
  س: 's',
  ش: 'sh',
  ص: 's',
  ض: 'd',
  ط: 't',
  ظ: 'z',
  ع: '',
  غ: 'gh',
  ف: 'f',
  ق: 'q',
  ك: 'k',
  ل: 'l',
  م: 'm',
  ن: 'n',
  ه: 'h',
  ا: 'a',
  أ: 'a',
  إ: 'i',
  آ: 'a',
  ٱ: 'a',
  ى: 'a',
  ة: 'ah',
  ء: '',
  ؤ: 'u',
  ئ: 'i',
  // Letters that words from abroad are written with.
  پ: 'p',
  چ: 'ch',
  ڤ: 'v',
  گ: 'g',
  // Short vowels, where they are written.
  '\u064e': 'a',
  '\u064f': 'u',
  '\u0650': 'i',
  '\u064b': 'an',
  '\u064c': 'un',
  '\u064d': 'in',
  '\u0652': '',
  '\u0670': 'a',
}
const vowel = /[aiu]$/

/**
 * Arabic in Latin letters: BGN/PCGN 1956 without its marks. Short vowels are only there where they are written, so the
 * words are skeletons that can be told apart, and not how they are spoken. What is not Arabic stays.
 */
export function latinOfArabic(text: string): string {
  return text.normalize('NFKC').replace(/[\u0600-\u06ff]+/g, (word) => {
    const [article, rest] = /^ال(?=..)/.test(word) ? ['al-', word.slice(2)] : ['', word]
    let out = ''
    const signs = [...rest]
    signs.forEach((sign, i) => {
      // The sign of a doubled consonant repeats it; in Unicode's order it stands after the vowel.
      if (sign === '\u0651') out = out.replace(/([b-df-hj-np-tv-z])([aiu]?)$/, '$1$1$2')
      else if (sign === 'و' || sign === 'ي') {
        const consonant = i === 0 || vowel.test(out) || /[اأآى\u064e-\u0650]/.test(signs[i + 1] ?? '')
        out += sign === 'و' ? (consonant ? 'w' : 'u') : consonant ? 'y' : 'i'
      } else out += letters[sign] ?? (/[\u0660-\u0669]/.test(sign) ? String(sign.charCodeAt(0) - 0x660) : '')
    })
    return article + out
  })
}
