import type { Limits } from '@core/assignments/limits'
import { windowProblem, type LocalWindow } from '@core/moments/instant'
import type { StoredSetup } from '../../db/queries/setup'
import type { Problems } from './kind'

const at = (path: string, key: string) => (path === '' ? key : `${path}.${key}`)

/** What is wrong with a window of time. */
export function windowProblems(window: LocalWindow, path: string): Problems {
  const message = windowProblem(window)
  return message === undefined ? [] : [{ path: at(path, 'to'), message }]
}

/** What is wrong with limits: what they name is not there, or their end lies before their beginning. */
export function limitProblems(limits: Limits, path: string, setup: StoredSetup): Problems {
  const known = (list: readonly string[], has: (c: string) => boolean, key: string, what: string): Problems =>
    list.flatMap((c, i) => (has(c) ? [] : [{ path: `${path}.${key}[${i}]`, message: `There is no ${what} “${c}”.` }]))
  return [
    ...known(limits.storefronts, (c) => setup.storefronts.has(c), 'storefronts', 'storefront'),
    ...known(limits.groups, (c) => setup.groups.has(c), 'groups', 'customer group'),
    ...known(
      limits.languages,
      (c) => [...setup.storefronts.values()].some((s) => s.editions.some((e) => e.language === c)),
      'languages',
      'edition in the language',
    ),
    ...(limits.campaign !== null && !setup.campaigns.has(limits.campaign)
      ? [{ path: `${path}.campaign`, message: `There is no campaign “${limits.campaign}”.` }]
      : []),
    ...windowProblems(limits, path),
  ]
}
