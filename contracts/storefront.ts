import { mostApprovals, plainReleaseRules } from '@core/release/approval'
import { leastKept, mostKept } from '@core/release/retention'
import { local } from './local'
import { Joi } from './schema'

const address = Joi.string().trim().max(500).required()

/** Where a storefront's shop shows its pages. */
export const pageAddresses = Joi.object({
  home: address,
  product: address,
  category: address,
  page: address,
  picture: address,
})
  .allow(null)
  .default(null)
  .description(
    'Where its shop shows its pages: an address for each kind of page, with {language}, {slug} or {sku}, {category}, ' +
      '{page} and {name} (of a picture) where they differ.',
  )

/** How a storefront wants to be released. */
export const releaseRules = Joi.object({
  approvals: Joi.number().integer().min(0).max(mostApprovals).default(0),
  frozen: Joi.object({ from: local, to: local, why: Joi.string().trim().max(200).allow('').default('') })
    .allow(null)
    .default(null),
  keeps: Joi.number().integer().min(leastKept).max(mostKept).default(plainReleaseRules.keeps),
})
  .default()
  .description(
    'How many people other than whoever prepared it have to approve a release, for how long nothing is released, and ' +
      'how many releases are kept to go back to.',
  )
