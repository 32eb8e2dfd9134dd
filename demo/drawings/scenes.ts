/** A street at night, in which a lamp on a bicycle lights the way: the picture that opens a page. */
export function nightRide(): string {
  const stars = Array.from({ length: 46 }, (_, i) => {
    const [x, y] = [(i * 353) % 1600, ((i * 197) % 340) + 20]
    return `<circle cx="${x}" cy="${y}" r="${1.5 + (i % 3)}" fill="#f6edc4" opacity="0.${4 + (i % 5)}"/>`
  })
  const windows = Array.from({ length: 14 }, (_, i) => {
    const [x, y] = [120 + ((i * 97) % 560), 420 + (i % 4) * 46]
    return `<rect x="${x}" y="${y}" width="20" height="26" fill="${i % 3 === 0 ? '#cb9c4a' : '#3a4a66'}"/>`
  })
  const wheel = (x: number) =>
    `<circle cx="${x}" cy="690" r="86" fill="none" stroke="#0f1729" stroke-width="12"/>` +
    `<circle cx="${x}" cy="690" r="9" fill="#0f1729"/>`
  return [
    '<svg xmlns="http://www.w3.org/2000/svg" width="1600" height="900" viewBox="0 0 1600 900">',
    '<rect width="1600" height="900" fill="#1d2a47"/>',
    ...stars,
    '<circle cx="1290" cy="170" r="74" fill="#e8e2d0"/><circle cx="1262" cy="152" r="66" fill="#1d2a47"/>',
    '<path d="M0 560q200-120 420-40t460-70q240-90 440 10t280-30v470H0z" fill="#263759"/>',
    '<path d="M100 400h180v300H100zM300 450h150v250H300zM470 380h120v320H470zM610 440h90v260h-90z" fill="#182440"/>',
    ...windows,
    '<path d="M0 700h1600v200H0z" fill="#2f3b52"/>',
    '<path d="M1010 560L1600 640v190L1010 590z" fill="#d3b84a" opacity="0.55"/>',
    '<path d="M1010 562L1600 690v90L1010 584z" fill="#f6edc4" opacity="0.6"/>',
    wheel(650),
    wheel(950),
    '<path d="M650 690l90-170h160l50 170M740 520l70 170 90-170M725 486l22 50M700 484h56" fill="none" ',
    'stroke="#9c3238" stroke-width="14" stroke-linejoin="round" stroke-linecap="round"/>',
    '<path d="M900 520l-10-44h56" fill="none" stroke="#0f1729" stroke-width="12" stroke-linecap="round"/>',
    '<rect x="950" y="548" width="62" height="46" rx="14" fill="#26406e"/>',
    '<circle cx="1012" cy="571" r="25" fill="#f6edc4"/>',
    '</svg>',
  ].join('')
}
