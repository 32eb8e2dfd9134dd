import { SaxesParser } from 'saxes'

// A drawing may hold what drawings need, and nothing else: whoever looks at it in another program than ours has no
// policy that keeps it from running or from asking another server.

const svgNamespace = 'http://www.w3.org/2000/svg'
/** What drawing programs write for themselves and for libraries; no viewer does anything with it. */
const harmlessNamespaces = new Set([
  'http://www.w3.org/1999/02/22-rdf-syntax-ns#',
  'http://creativecommons.org/ns#',
  'http://web.resource.org/cc/',
  'http://purl.org/dc/elements/1.1/',
  'http://sodipodi.sourceforge.net/DTD/sodipodi-0.dtd',
  'http://www.inkscape.org/namespaces/inkscape',
])
/** Elements of SVG 2 that draw, name or group something. */
const elements = new Set(
  `
  svg g defs symbol use path rect circle ellipse line polyline polygon text tspan textPath title desc metadata style switch
  linearGradient radialGradient stop clipPath mask pattern marker image filter
  feBlend feColorMatrix feComponentTransfer feComposite feConvolveMatrix feDiffuseLighting feDisplacementMap feDistantLight feDropShadow
  feFlood feFuncA feFuncB feFuncG feFuncR feGaussianBlur feImage feMerge feMergeNode feMorphology feOffset fePointLight
  feSpecularLighting feSpotLight feTile feTurbulence`
    .trim()
    .split(/\s+/),
)

const inFile = /^\s*(#|data:image\/(png|jpeg|webp|gif);)/i
const outside = 'it refers to something outside the file. Put what it needs into the file.'

/**
 * A style as it is read (CSS Syntax Level 3): comments are nothing, and escapes are the characters that they stand for.
 */
function resolved(style: string): string {
  return style
    .replace(/\/\*[\s\S]*?(\*\/|$)/g, '')
    .replace(/\\([0-9a-f]{1,6})\s?/gi, (_, hex: string) => codePoint(parseInt(hex, 16)))
    .replace(/\\(.)/gs, '$1')
}
const codePoint = (n: number) =>
  n > 0 && n <= 0x10ffff && !(n >= 0xd800 && n <= 0xdfff) ? String.fromCodePoint(n) : '\ufffd'

/** Whether a style asks for something that is not in the file. */
function reachesOut(style: string): boolean {
  const text = resolved(style)
  if (/@import|@font-face|@namespace|expression\s*\(|(image-set|image|cross-fade|src)\s*\(\s*['"]/i.test(text))
    return true
  return [...text.matchAll(/url\(\s*['"]?([^)'"]*)/gi)].some(([, address]) => !inFile.test(address!))
}

/** What in a drawing could run, or ask another server, in a sentence; undefined where nothing does. */
export function dangerInDrawing(svg: string): string | undefined {
  let danger: string | undefined
  let root: string | undefined
  const parser = new SaxesParser({ xmlns: true })
  const found = (what: string) => {
    danger ??= what
  }
  parser.on('doctype', () => found('it declares a document type, which can load other files.'))
  parser.on('processinginstruction', ({ target }) => {
    if (target !== 'xml') found(`it holds an instruction for other programs (${target}).`)
  })
  parser.on('opentag', ({ name, local, uri, attributes }) => {
    root ??= local
    if (harmlessNamespaces.has(uri)) return
    if (uri !== svgNamespace && !(uri === '' && root === 'svg'))
      return found(`it holds <${name}>, which is not allowed in a drawing.`)
    if (!elements.has(local)) return found(`it holds <${name}>, which could run a program or belongs to no drawing.`)
    for (const attribute of Object.values(attributes)) {
      if (/^on/i.test(attribute.local)) found(`it holds ${attribute.name}="…", which could run a program.`)
      if (/^(href|src|base)$/i.test(attribute.local) && !inFile.test(attribute.value)) found(outside)
      if (reachesOut(attribute.value)) found(outside)
    }
  })
  const style = (text: string) => {
    if (reachesOut(text)) found('its style refers to something outside the file.')
  }
  parser.on('text', style)
  parser.on('cdata', style)
  parser.on('error', (e) => found(`it cannot be read as a drawing: ${e.message}.`))
  try {
    parser.write(svg).close()
  } catch (e) {
    found(`it cannot be read as a drawing: ${(e as Error).message}.`)
  }
  return danger ?? (root === 'svg' ? undefined : 'it is not an SVG drawing.')
}
