// Writes core/units/cldr-patterns.json: the unit patterns of CLDR for units that Intl.NumberFormat does not format,
// in every language of the demo storefronts. Run it again when a language or unit is added.
import { readFileSync, writeFileSync, existsSync } from 'node:fs'

const languages = [
  'en-GB',
  'en-CA',
  'en-AE',
  'de',
  'de-CH',
  'fr',
  'fr-CH',
  'fr-BE',
  'fr-CA',
  'it',
  'it-CH',
  'nl',
  'nl-BE',
  'sv',
  'da',
  'fi',
  'ja',
  'ar',
  'ar-AE',
  'en',
]
const units = [
  'area-square-millimeter',
  'area-square-centimeter',
  'area-square-meter',
  'volume-centiliter',
  'volume-fluid-ounce-imperial',
  'volume-gallon-imperial',
  'volume-cubic-inch',
  'power-watt',
  'power-kilowatt',
  'power-horsepower',
  'light-lumen',
  'energy-watt-hour',
  'energy-kilowatt-hour',
  'pressure-kilopascal',
  'pressure-bar',
  'pressure-pound-force-per-square-inch',
]
const out = {}
for (const language of languages) {
  const file = `node_modules/cldr-units-full/main/${language}/units.json`
  if (!existsSync(file)) continue
  const short = JSON.parse(readFileSync(file, 'utf8')).main[language].units.short
  // CLDR files "watt-hour" under "light"-less names of its own; take whichever key ends with the unit's name.
  out[language] = {}
  for (const unit of units) {
    const key = short[unit]
      ? unit
      : Object.keys(short).find((k) => k.endsWith('-' + unit.split('-').slice(1).join('-')))
    if (!key) continue
    const patterns = {}
    for (const [k, v] of Object.entries(short[key])) {
      const m = /^unitPattern-count-(\w+)$/.exec(k)
      if (m) patterns[m[1]] = v
    }
    out[language][unit] = patterns
  }
}
writeFileSync('core/units/cldr-patterns.json', JSON.stringify(out, null, 1) + '\n')
