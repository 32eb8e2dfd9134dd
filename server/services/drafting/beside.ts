import type { DraftingOf } from '@core/drafting/run'
import type { StepKindName } from '@core/drafting/recipe'
import { labelOfItem, namesIn } from '@core/media/versions'
import { valuesFor } from '@core/page/values'
import { compareItem } from '@core/pool/compare'
import type { Reader } from '@core/values/resolve'
import { database } from '../../db/connect'
import type { StoredFamily } from '../../db/queries/families'
import { loadLibrary } from '../../db/queries/media'
import type { StoredSetup } from '../../db/queries/setup'
import { dataPool } from '../../stand-ins/chosen'
import { poolMapping } from '../pool/meanings'
import { readingsNow } from './photos'

/** The picture that a product is known by: its first, else the first of its first variant that has one. */
export function mainPicture(family: StoredFamily, reader: Reader, setup: StoredSetup): string | undefined {
  for (const p of [family.root, ...family.variants]) {
    const [name] = namesIn(valuesFor(p, family, reader, setup)('pictures')?.value ?? null)
    if (name !== undefined) return name
  }
  return undefined
}

const gtinsOf = (f: StoredFamily) => [f.root.gtin, ...f.variants.map((v) => v.gtin)].filter((g) => g !== null)

/**
 * What is known of some families beside their values, as far as steps ask for it: read photos, items of the data pool.
 * Asked once for all of them.
 */
export async function besideOf(
  families: readonly StoredFamily[],
  reader: Reader,
  setup: StoredSetup,
  steps: readonly StepKindName[],
): Promise<(family: StoredFamily) => DraftingOf['beside']> {
  const asks = (...kinds: StepKindName[]) => kinds.some((k) => steps.includes(k))
  const pictures = new Map(
    asks('photo', 'facts')
      ? families.flatMap((f) => {
          const name = mainPicture(f, reader, setup)
          return name === undefined ? [] : [[f, name] as const]
        })
      : [],
  )
  const names = [...new Set(pictures.values())]
  const [library, readings] = [await loadLibrary(database(), names), await readingsNow(names)]
  // A pool that does not answer only means fewer facts.
  const items = new Map(
    asks('facts')
      ? (
          await dataPool()
            .byGtin(families.flatMap(gtinsOf))
            .catch(() => [])
        ).map((i) => [i.gtin, i])
      : [],
  )
  const mapping = items.size > 0 ? await poolMapping(database()) : undefined
  return (family) => {
    const name = pictures.get(family)
    const one = name === undefined ? undefined : library.items.get(name)
    const item = gtinsOf(family)
      .map((g) => items.get(g))
      .find((i) => i !== undefined)
    return {
      photo: name === undefined ? null : (readings.get(name) ?? null),
      picture: one ? { name: name!, described: labelOfItem(one, reader) !== undefined } : null,
      pool: item ? { gtin: item.gtin, rows: compareItem(item, family.root, family, setup, new Map(), mapping) } : null,
    }
  }
}
