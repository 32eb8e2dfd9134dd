/** The kinds of quantity a measure can have, each with the unit its canonical number is in. */
export const families = {
  length: 'mm',
  mass: 'g',
  volume: 'mL',
  area: 'mm²',
  time: 's',
  temperature: '°C',
  power: 'W',
  light: 'lm',
  energy: 'Wh',
  pressure: 'kPa',
} as const

export type UnitFamily = keyof typeof families

/**
 * A unit: how many canonical units it is, as an exact decimal (and an offset where zero points differ),
 * its name in CLDR, and other spellings that imports bring.
 */
export interface Unit {
  symbol: string
  family: UnitFamily
  factor: string
  offset?: string
  cldr: string
  aliases: readonly string[]
}

const unit = (symbol: string, family: UnitFamily, factor: string, cldr: string, ...aliases: string[]): Unit => ({
  symbol,
  family,
  factor,
  cldr,
  aliases,
})

/**
 * Factors are exact by definition: the inch is 25.4 mm and the avoirdupois pound 0.45359237 kg
 * (NIST SP 811, appendix B); the imperial and US pints and gallons follow from litre definitions there;
 * the imperial gallon is 4.54609 L, and 160 imperial fluid ounces; a horsepower is 550 foot-pounds-force a second, the
 * metric one 75 kilogram-force metres a second;
 * psi is one pound-force (with g = 9.80665 m/s²) per square inch, to 16 digits.
 */
export const units: readonly Unit[] = [
  unit('mm', 'length', '1', 'length-millimeter', 'millimetre', 'millimeter', 'millimetres'),
  unit('cm', 'length', '10', 'length-centimeter', 'centimetre', 'centimeter'),
  unit('m', 'length', '1000', 'length-meter', 'metre', 'meter'),
  unit('km', 'length', '1000000', 'length-kilometer'),
  unit('in', 'length', '25.4', 'length-inch', 'inch', 'inches', '"', '″'),
  unit('ft', 'length', '304.8', 'length-foot', 'foot', 'feet', '′'),
  unit('g', 'mass', '1', 'mass-gram', 'gram', 'grams', 'gr'),
  unit('kg', 'mass', '1000', 'mass-kilogram', 'kilogram', 'kilo'),
  unit('lb', 'mass', '453.59237', 'mass-pound', 'lbs', 'pound', 'pounds'),
  unit('oz', 'mass', '28.349523125', 'mass-ounce', 'ounce', 'ounces'),
  unit('mL', 'volume', '1', 'volume-milliliter', 'ml', 'millilitre'),
  unit('cL', 'volume', '10', 'volume-centiliter', 'cl'),
  unit('L', 'volume', '1000', 'volume-liter', 'l', 'litre', 'liter', 'litres', 'ltr'),
  unit('fl oz', 'volume', '29.5735295625', 'volume-fluid-ounce', 'fl. oz', 'floz'),
  unit('gal', 'volume', '3785.411784', 'volume-gallon', 'us gal', 'gallon', 'gallons'),
  unit('imp fl oz', 'volume', '28.4130625', 'volume-fluid-ounce-imperial', 'imp. fl. oz', 'uk fl oz'),
  unit('imp gal', 'volume', '4546.09', 'volume-gallon-imperial', 'imp. gal', 'uk gal', 'imperial gallon'),
  unit('in³', 'volume', '16.387064', 'volume-cubic-inch', 'in3', 'cu in', 'cubic inch', 'cubic inches'),
  unit('mm²', 'area', '1', 'area-square-millimeter', 'mm2'),
  unit('cm²', 'area', '100', 'area-square-centimeter', 'cm2'),
  unit('m²', 'area', '1000000', 'area-square-meter', 'm2', 'sqm'),
  unit('s', 'time', '1', 'duration-second', 'sec'),
  unit('min', 'time', '60', 'duration-minute', 'mins'),
  unit('h', 'time', '3600', 'duration-hour', 'hr', 'hours', 'hour', 'hrs'),
  unit('d', 'time', '86400', 'duration-day', 'days', 'day'),
  unit('°C', 'temperature', '1', 'temperature-celsius', 'C', 'celsius'),
  {
    symbol: '°F',
    family: 'temperature',
    factor: '0.5555555555555555555555',
    offset: '-32',
    cldr: 'temperature-fahrenheit',
    aliases: ['F'],
  },
  unit('W', 'power', '1', 'power-watt', 'watt', 'watts'),
  unit('kW', 'power', '1000', 'power-kilowatt'),
  unit('hp', 'power', '745.69987158227022', 'power-horsepower', 'bhp', 'horsepower'),
  unit('PS', 'power', '735.49875', 'power-metric-horsepower', 'ch', 'pk', 'metric horsepower'),
  unit('lm', 'light', '1', 'light-lumen', 'lumen', 'lumens'),
  unit('Wh', 'energy', '1', 'energy-watt-hour', 'watt-hour', 'wh'),
  unit('kWh', 'energy', '1000', 'energy-kilowatt-hour'),
  unit('kPa', 'pressure', '1', 'pressure-kilopascal', 'kpa'),
  unit('bar', 'pressure', '100', 'pressure-bar'),
  unit('psi', 'pressure', '6.894757293168361', 'pressure-pound-force-per-square-inch'),
]

const bySpelling = new Map<string, Unit>()
for (const u of units) {
  for (const spelling of [u.symbol, ...u.aliases]) bySpelling.set(spelling, u)
  for (const spelling of [u.symbol, ...u.aliases]) {
    if (!bySpelling.has(spelling.toLowerCase())) bySpelling.set(spelling.toLowerCase(), u)
  }
}

/** The units of a family. */
export const unitsOf = (family: UnitFamily): Unit[] => units.filter((unit) => unit.family === family)

/** The unit behind a symbol or another spelling of it, exact case first. */
export function findUnit(spelling: string): Unit | undefined {
  const s = spelling.trim()
  return bySpelling.get(s) ?? bySpelling.get(s.toLowerCase())
}
