import type { Person } from '@contracts/people'
import type { Storefront } from '@core/catalogue/model'
import { holdsAt } from '@core/moments/instant'
import { windowWords } from '@core/moments/words'
import { may } from '../people/permission'
import { Problem } from '../problem'

/** Whether nothing is released in a storefront at a moment. */
export const isFrozen = ({ timeZone, releasing: { frozen } }: Storefront, at: number): boolean =>
  frozen !== null && holdsAt(frozen, timeZone, at)

/** Throws 409 where a storefront is frozen at a moment and somebody may not release all the same. */
export function refuseWhileFrozen(storefront: Storefront, at: number, person: Person): void {
  const { name, releasing } = storefront
  const { frozen } = releasing
  if (frozen === null || !isFrozen(storefront, at) || may(person, 'override-freeze')) return
  const why = frozen.why === '' ? '' : `: ${frozen.why}`
  throw new Problem(
    409,
    'Frozen',
    `${name} is frozen ${windowWords(frozen)}${why}. Until then only an administrator can release it.`,
  )
}
