/** The colours of things by the code of the option. */
const paints: Record<string, [string, string]> = {
  fir: ['#2f5d4a', '#3f7560'],
  slate: ['#4c5763', '#66727f'],
  ochre: ['#b3812c', '#cb9c4a'],
  madder: ['#9c3238', '#b65157'],
  ink: ['#26406e', '#3d5a8c'],
  chalk: ['#cfc8b8', '#e2dccd'],
}

type Draw = (body: string, light: string, s: number) => string

const drawings: Record<string, Draw> = {
  pannier: (b, l, s) =>
    `<rect x="${200 - 90 * s}" y="150" width="${180 * s}" height="200" rx="16" fill="${b}"/><path ` +
    `d="M${196 - 92 * s} 152h${188 * s}l-14-42H${210 - 92 * s}z" fill="${l}"/><rect x="${200 - 78 * s}" ` +
    `y="232" width="${156 * s}" height="16" fill="#e8e2d0"/><rect x="184" y="96" width="32" height="62" ` +
    `rx="7" fill="#17233b"/><path d="M${200 - 60 * s} 350v16m${120 * s}-16v16" stroke="#17233b" ` +
    'stroke-width="12"/>',
  'handlebar-bag': (b, l, s) =>
    `<rect x="${200 - 120 * s}" y="160" width="${240 * s}" height="150" rx="34" fill="${b}"/><path ` +
    `d="M${200 - 112 * s} 190q${112 * s}-44 ${224 * s} 0v26q-${112 * s}-34 -${224 * s} 0z" ` +
    `fill="${l}"/><path d="M60 132h280" stroke="#17233b" stroke-width="14" stroke-linecap="round"/><path ` +
    'd="M140 132v40m120-40v40" stroke="#17233b" stroke-width="12"/>',
  'front-light': (b, l, s) =>
    `<rect x="120" y="150" width="${150 * s}" height="96" rx="26" fill="${b}"/><circle ` +
    `cx="${122 + 150 * s}" cy="198" r="52" fill="${l}"/><circle cx="${122 + 150 * s}" cy="198" r="34" ` +
    `fill="#f6edc4"/><path d="M${190 + 150 * s} 170l52-22m-50 50h58m-60 26l52 22" stroke="#d3b84a" ` +
    'stroke-width="7" stroke-linecap="round"/><rect x="170" y="244" width="44" height="58" rx="8" ' +
    'fill="#17233b"/>',
  'rear-light': (b, _l, s) =>
    `<rect x="${200 - 50 * s}" y="110" width="${100 * s}" height="190" rx="40" fill="${b}"/><rect ` +
    `x="${200 - 32 * s}" y="132" width="${64 * s}" height="146" rx="28" fill="#c3362f"/><path ` +
    `d="M${200 - 20 * s} 165h${40 * s}m-${40 * s} 28h${40 * s}m-${40 * s} 28h${40 * s}" stroke="#f0b3a4" ` +
    'stroke-width="8"/><path d="M180 300h40v34h-40z" fill="#17233b"/>',
  lock: (b, l, s) =>
    `<path d="M${200 - 70 * s} 240V160a${70 * s} ${70 * s} 0 0 1 ${140 * s} 0v80" fill="none" ` +
    `stroke="#8b93a0" stroke-width="30"/><rect x="${200 - 98 * s}" y="232" width="${196 * s}" ` +
    `height="96" rx="20" fill="${b}"/><rect x="${200 - 98 * s}" y="252" width="${196 * s}" height="18" ` +
    `fill="${l}"/><circle cx="200" cy="296" r="13" fill="#17233b"/>`,
  rack: (b, l, s) =>
    `<path d="M${200 - 120 * s} 150h${240 * s}v34h-${240 * s}z" fill="none" stroke="${b}" ` +
    `stroke-width="14"/><path d="M${200 - 40 * s} 150v34m${80 * s}-34v34" stroke="${b}" ` +
    `stroke-width="10"/><path d="M${200 - 96 * s} 186L180 336m${96 * s - 20 + 40}-150L212 336" ` +
    `fill="none" stroke="${l}" stroke-width="12"/><circle cx="196" cy="340" r="14" fill="#17233b"/>`,
  helmet: (b, l, s) =>
    `<path d="M80 252c0-${90 * s} 52-${142 * s} 122-${142 * s}s118 52 118 ${128 * s}c0 18-10 26-30 ` +
    `26H100c-14 0-20-4-20-12z" fill="${b}"/><path d="M140 168c24-22 44-28 62-28m-84 62c34-30 58-38 ` +
    `88-38m-96 66c44-28 78-34 112-30" stroke="${l}" stroke-width="13" fill="none" ` +
    'stroke-linecap="round"/><path d="M120 262c14 44 40 66 84 74" stroke="#17233b" stroke-width="9" ' +
    'fill="none"/>',
  gloves: (b, l) =>
    `<g fill="${b}"><path d="M96 330V214l-18-66c-4-16 16-22 22-8l16 44 4-74c2-16 24-16 24 0l4 68 ` +
    '14-62c4-14 24-12 22 4l-8 84-4 126z"/><path d="M304 330V214l18-66c4-16-16-22-22-8l-16 ' +
    '44-4-74c-2-16-24-16-24 0l-4 68-14-62c-4-14-24-12-22 4l8 84 4 126z"/></g><path d="M96 300h82m44 ' +
    `0h82" stroke="${l}" stroke-width="18"/>`,
  'rain-jacket': (b, l, s) =>
    `<path d="M160 92h80l64 44 36 128-44 14-26-80v${150 * s}H130V198l-26 80-44-14 36-128z" ` +
    `fill="${b}"/><path d="M160 92c8 26 72 26 80 0l-16-22h-48z" fill="${l}"/><path d="M200 ` +
    `114v${232 * Math.min(s, 1)}" stroke="#e8e2d0" stroke-width="6"/><path d="M130 250h140" ` +
    'stroke="#e8e2d0" stroke-width="9" opacity=".8"/>',
  mudguards: (b, l, s) =>
    `<path d="M70 300a130 130 0 0 1 ${250 * Math.min(s, 1)}-40" fill="none" stroke="${b}" ` +
    `stroke-width="${26 * s}" stroke-linecap="round"/><path d="M150 352a118 118 0 0 1 170-118" ` +
    `fill="none" stroke="${l}" stroke-width="${20 * s}" stroke-linecap="round"/><path d="M84 240L200 ` +
    '320M286 190L212 316" stroke="#17233b" stroke-width="5"/>',
  'child-seat': (b, l, s) =>
    `<path d="M130 ${110 - 20 * s}q70-34 140 0l14 150q-84 34-168 0z" fill="${b}"/><path d="M112 ` +
    `250h176l-12 62H124z" fill="${l}"/><path d="M172 96v150m56-150v150" stroke="#17233b" ` +
    'stroke-width="12"/><rect x="184" y="206" width="32" height="26" rx="6" fill="#c3362f"/><path ' +
    `d="M128 312l-16 48h34l10-48zm144 0l16 48h-34l-10-48z" fill="${b}"/>`,
  bell: (b, l, s) =>
    `<path d="M${200 - 92 * s} 236q0-${116 * s} ${92 * s}-${116 * s}t${92 * s} ${116 * s}z" ` +
    `fill="${b}"/><path d="M${200 - 64 * s} 216q4-${66 * s} ${56 * s}-${76 * s}" fill="none" ` +
    `stroke="${l}" stroke-width="12" stroke-linecap="round"/><rect x="${200 - 104 * s}" y="234" ` +
    `width="${208 * s}" height="16" rx="8" fill="${l}"/><path d="M286 226l46-34" stroke="#8b93a0" ` +
    'stroke-width="10" stroke-linecap="round"/><rect x="174" y="250" width="52" height="56" rx="12" ' +
    'fill="#17233b"/>',
  'bottle-cage': (b, l, s) =>
    `<path d="M${200 - 56 * s} 96v196q0 44 ${56 * s} 44t${56 * s}-44V96" fill="none" stroke="${b}" ` +
    `stroke-width="16" stroke-linecap="round"/><path d="M${200 - 56 * s} 150h${112 * s}M${200 - 56 * s} ` +
    `250h${112 * s}" stroke="${l}" stroke-width="12"/><rect x="188" y="128" width="24" height="160" ` +
    'rx="6" fill="#17233b"/><circle cx="200" cy="160" r="6" fill="#e8e2d0"/><circle cx="200" cy="256" ' +
    'r="6" fill="#e8e2d0"/>',
  tyre: (_b, l, s) =>
    `<circle cx="200" cy="204" r="${136 * Math.min(s, 1.05)}" fill="none" stroke="#22262c" ` +
    `stroke-width="${40 * s}"/><circle cx="200" cy="204" r="${136 * Math.min(s, 1.05) - 12 * s}" ` +
    `fill="none" stroke="${l}" stroke-width="5"/><circle cx="200" cy="204" ` +
    `r="${136 * Math.min(s, 1.05) + 14 * s}" fill="none" stroke="#3a4048" stroke-width="7" ` +
    'stroke-dasharray="10 8"/>',
  pump: (b, l, s) =>
    `<rect x="186" y="${110 - 20 * s}" width="28" height="${200 + 20 * s}" rx="8" fill="${b}"/><rect ` +
    `x="130" y="${92 - 20 * s}" width="140" height="24" rx="12" fill="#8a6a45"/><path d="M150 330h100l16 ` +
    `22H134z" fill="#17233b"/><circle cx="250" cy="300" r="28" fill="${l}"/><circle cx="250" cy="300" ` +
    'r="18" fill="#f6f3ea"/><path d="M250 300l10-10" stroke="#c3362f" stroke-width="4"/><path d="M214 ' +
    '130q90 10 70 120" fill="none" stroke="#17233b" stroke-width="9"/>',
  'multi-tool': (b, l, s) =>
    `<rect x="${200 - 90 * s}" y="190" width="${180 * s}" height="60" rx="18" fill="${b}"/><path ` +
    `d="M${200 - 70 * s} 196l-30-84h16l38 84zM200 190v-104h14v104zM${200 + 50 * s} 194l50-76 12 8-42 ` +
    `72z" fill="#9aa2ad"/><rect x="${200 - 78 * s}" y="206" width="${156 * s}" height="12" rx="6" ` +
    `fill="${l}"/><circle cx="${200 - 70 * s}" cy="220" r="9" fill="#17233b"/><circle ` +
    `cx="${200 + 70 * s}" cy="220" r="9" fill="#17233b"/>`,
  'chain-care': (b, l, s) =>
    `<rect x="${200 - 52 * s}" y="160" width="${104 * s}" height="194" rx="18" fill="${b}"/><path ` +
    `d="M${200 - 34 * s} 162l${18 * s}-44h${32 * s}l${18 * s} 44z" fill="${l}"/><rect x="190" y="74" ` +
    `width="20" height="46" rx="6" fill="#17233b"/><rect x="${200 - 40 * s}" y="214" width="${80 * s}" ` +
    `height="90" rx="6" fill="#f6f3ea"/><path d="M200 230q26 34 0 54q-26-20 0-54z" fill="${b}"/>`,
  overshoes: (b, l, s) =>
    `<path d="M${120 - 20 * s} 150h76l8 96 108 28q26 10 22 46H${108 - 20 * s}z" fill="${b}"/><path ` +
    `d="M${108 - 20 * s} 306h232v18H${108 - 20 * s}z" fill="#17233b"/><path d="M${132 - 20 * s} 168l8 ` +
    `110" stroke="${l}" stroke-width="14"/><path d="M${196} 246l60 40" stroke="#e8e2d0" ` +
    'stroke-width="9"/>',
  'workshop-course': (b, l) =>
    '<path d="M70 280h260v22H70z" fill="#8a6a45"/><path d="M96 302v56m208-56v56" stroke="#8a6a45" ' +
    `stroke-width="18"/><circle cx="160" cy="210" r="66" fill="none" stroke="${b}" ` +
    `stroke-width="12"/><path d="M160 144v132m-66-66h132m-113-47l94 94m0-94l-94 94" stroke="${l}" ` +
    'stroke-width="4"/><path d="M262 276l44-120 20 8-40 116z" fill="#9aa2ad"/>',
  'repair-guide': (b, l, s) =>
    `<path d="M${200 - 84 * s} 92h${168 * s}v250h-${168 * s}z" fill="${b}"/><path d="M${200 - 66 * s} ` +
    `92v250" stroke="${l}" stroke-width="10"/><circle cx="212" cy="196" r="48" fill="none" ` +
    'stroke="#f6f3ea" stroke-width="9"/><path d="M212 148v96m-48-48h96" stroke="#f6f3ea" ' +
    'stroke-width="5"/><path d="M168 276h90m-90 24h60" stroke="#f6f3ea" stroke-width="9"/>',
}

/**
 * A drawing of a product on a plain ground: its type's shape in its colour, `scale` as large; as a detail, its upper
 * middle close by.
 */
export function drawing(type: string, colour: string, scale: number, view: 'whole' | 'detail'): string {
  const [body, light] = paints[colour] ?? paints.slate!
  const draw = drawings[type] ?? drawings.pannier!
  return (
    '<svg xmlns="http://www.w3.org/2000/svg" ' +
    `viewBox="${view === 'detail' ? '110 70 180 180' : '0 0 400 400'}" width="1200" height="1200"><rect ` +
    'width="400" height="400" fill="#f4f1ea"/><ellipse cx="200" cy="366" rx="118" ry="10" ' +
    `fill="#e6dfcf"/>${draw(body, light, scale)}</svg>\n`
  )
}
