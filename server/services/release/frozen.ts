import type { Person } from '@contracts/people'
import type { Storefront } from '@core/catalogue/model'
import { holdsAt } from '@core/moments/instant'
import { windowWords } from '@core/moments/words'
import { may } from '../people/permission'
import { Problem } from '../problem'

/** Throws 409 where a storefront is frozen at a moment and somebody may not release all the same. */
export function refuseWhileFrozen({ name, timeZone, releasing }: Storefront, at: number, person: Person): void {
  const { frozen } = releasing
  if (frozen === null || !holdsAt(frozen, timeZone, at) || may(person, 'override-freeze')) return
  const why = frozen.why === '' ? '' : `: ${frozen.why}`
  throw new Problem(
    409,
    'Frozen',
    `${name} is frozen ${windowWords(frozen)}${why}. Until then only an administrator can release it.`,
  )
}
