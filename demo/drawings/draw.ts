/** The colours of things by the code of the option. */
const paints: Record<string, [string, string]> = {
  fir: ['#2f5d4a', '#3f7560'], slate: ['#4c5763', '#66727f'], ochre: ['#b3812c', '#cb9c4a'], madder: ['#9c3238', '#b65157'], ink: ['#26406e', '#3d5a8c'], chalk: ['#cfc8b8', '#e2dccd'],
}

type Draw = (body: string, light: string, s: number) => string

const drawings: Record<string, Draw> = {
  'pannier': (b, l, s) => `<rect x="${200 - 90 * s}" y="150" width="${180 * s}" height="200" rx="16" fill="${b}"/><path d="M${196 - 92 * s} 152h${188 * s}l-14-42H${210 - 92 * s}z" fill="${l}"/><rect x="${200 - 78 * s}" y="232" width="${156 * s}" height="16" fill="#e8e2d0"/><rect x="184" y="96" width="32" height="62" rx="7" fill="#17233b"/><path d="M${200 - 60 * s} 350v16m${120 * s}-16v16" stroke="#17233b" stroke-width="12"/>`,
  'handlebar-bag': (b, l, s) => `<rect x="${200 - 120 * s}" y="160" width="${240 * s}" height="150" rx="34" fill="${b}"/><path d="M${200 - 112 * s} 190q${112 * s}-44 ${224 * s} 0v26q-${112 * s}-34 -${224 * s} 0z" fill="${l}"/><path d="M60 132h280" stroke="#17233b" stroke-width="14" stroke-linecap="round"/><path d="M140 132v40m120-40v40" stroke="#17233b" stroke-width="12"/>`,
  'front-light': (b, l, s) => `<rect x="120" y="150" width="${150 * s}" height="96" rx="26" fill="${b}"/><circle cx="${122 + 150 * s}" cy="198" r="52" fill="${l}"/><circle cx="${122 + 150 * s}" cy="198" r="34" fill="#f6edc4"/><path d="M${190 + 150 * s} 170l52-22m-50 50h58m-60 26l52 22" stroke="#d3b84a" stroke-width="7" stroke-linecap="round"/><rect x="170" y="244" width="44" height="58" rx="8" fill="#17233b"/>`,
  'rear-light': (b, _l, s) => `<rect x="${200 - 50 * s}" y="110" width="${100 * s}" height="190" rx="40" fill="${b}"/><rect x="${200 - 32 * s}" y="132" width="${64 * s}" height="146" rx="28" fill="#c3362f"/><path d="M${200 - 20 * s} 165h${40 * s}m-${40 * s} 28h${40 * s}m-${40 * s} 28h${40 * s}" stroke="#f0b3a4" stroke-width="8"/><path d="M180 300h40v34h-40z" fill="#17233b"/>`,
  'lock': (b, l, s) => `<path d="M${200 - 70 * s} 240V160a${70 * s} ${70 * s} 0 0 1 ${140 * s} 0v80" fill="none" stroke="#8b93a0" stroke-width="30"/><rect x="${200 - 98 * s}" y="232" width="${196 * s}" height="96" rx="20" fill="${b}"/><rect x="${200 - 98 * s}" y="252" width="${196 * s}" height="18" fill="${l}"/><circle cx="200" cy="296" r="13" fill="#17233b"/>`,
  'rack': (b, l, s) => `<path d="M${200 - 120 * s} 150h${240 * s}v34h-${240 * s}z" fill="none" stroke="${b}" stroke-width="14"/><path d="M${200 - 40 * s} 150v34m${80 * s}-34v34" stroke="${b}" stroke-width="10"/><path d="M${200 - 96 * s} 186L180 336m${96 * s - 20 + 40}-150L212 336" fill="none" stroke="${l}" stroke-width="12"/><circle cx="196" cy="340" r="14" fill="#17233b"/>`,
  'helmet': (b, l, s) => `<path d="M80 252c0-${90 * s} 52-${142 * s} 122-${142 * s}s118 52 118 ${128 * s}c0 18-10 26-30 26H100c-14 0-20-4-20-12z" fill="${b}"/><path d="M140 168c24-22 44-28 62-28m-84 62c34-30 58-38 88-38m-96 66c44-28 78-34 112-30" stroke="${l}" stroke-width="13" fill="none" stroke-linecap="round"/><path d="M120 262c14 44 40 66 84 74" stroke="#17233b" stroke-width="9" fill="none"/>`,
  'gloves': (b, l) => `<g fill="${b}"><path d="M96 330V214l-18-66c-4-16 16-22 22-8l16 44 4-74c2-16 24-16 24 0l4 68 14-62c4-14 24-12 22 4l-8 84-4 126z"/><path d="M304 330V214l18-66c4-16-16-22-22-8l-16 44-4-74c-2-16-24-16-24 0l-4 68-14-62c-4-14-24-12-22 4l8 84 4 126z"/></g><path d="M96 300h82m44 0h82" stroke="${l}" stroke-width="18"/>`,
  'rain-jacket': (b, l, s) => `<path d="M160 92h80l64 44 36 128-44 14-26-80v${150 * s}H130V198l-26 80-44-14 36-128z" fill="${b}"/><path d="M160 92c8 26 72 26 80 0l-16-22h-48z" fill="${l}"/><path d="M200 114v${232 * Math.min(s, 1)}" stroke="#e8e2d0" stroke-width="6"/><path d="M130 250h140" stroke="#e8e2d0" stroke-width="9" opacity=".8"/>`,
}

/** A drawing of a product on a plain ground: its type's shape in its colour, `scale` as large; as a detail, its upper middle close by. */
export function drawing(type: string, colour: string, scale: number, view: 'whole' | 'detail'): string {
  const [body, light] = paints[colour] ?? paints.slate!
  const draw = drawings[type] ?? drawings.pannier!
  return `<svg xmlns="http://www.w3.org/2000/svg" viewBox="${view === 'detail' ? '110 70 180 180' : '0 0 400 400'}" width="1200" height="1200"><rect width="400" height="400" fill="#f4f1ea"/><ellipse cx="200" cy="366" rx="118" ry="10" fill="#e6dfcf"/>${draw(body, light, scale)}</svg>\n`
}
