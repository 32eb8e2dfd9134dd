import { areas } from '@core/assignments/areas'
import type { Storefront } from '@core/catalogue/model'
import { checkCondition } from '@core/rules/check'
import { RuleError } from '@core/rules/condition'
import { inlineAddresses } from '@core/richtext/read'
import type { Tx } from '../../db/connect'
import { contentInArea } from '../../db/queries/references'
import type { StoredSetup } from '../../db/queries/setup'
import type { Problems } from './kind'

/**
 * What is wrong with a storefront's layout and standing pages: areas that are not there, rules that do not fit, pages
 * that something still holds.
 */
export async function layoutProblems(
  record: Storefront,
  before: Storefront | undefined,
  setup: StoredSetup,
  tx: Tx,
): Promise<Problems> {
  const problems: Problems = []
  const { layout } = record
  for (const area of areas)
    if (!layout.areas.some((a) => a.area === area))
      problems.push({ path: 'layout.areas', message: `The area “${area}” is missing; every page has it.` })
  const hasArea = (area: string, path: string) => {
    if (!layout.areas.some((a) => a.area === area)) problems.push({ path, message: `This page has no area “${area}”.` })
  }
  layout.parts.forEach((p, i) => hasArea(p.area, `layout.parts[${i}].area`))
  layout.exceptions.forEach((e, i) => {
    if ('area' in e.change) hasArea(e.change.area, `layout.exceptions[${i}].change.area`)
    try {
      checkCondition(e.rule, setup)
    } catch (error) {
      if (!(error instanceof RuleError)) throw error
      problems.push(
        ...error.problems.map((p) => ({
          path: [`layout.exceptions[${i}].rule`, p.path].filter(Boolean).join('.'),
          message: p.message,
        })),
      )
    }
  })
  // An area of its own that something stands in cannot go, unless another storefront has it too.
  for (const { area } of before?.layout.areas ?? []) {
    if (
      layout.areas.some((a) => a.area === area) ||
      [...setup.storefronts.values()].some((s) => s.code !== record.code && s.layout.areas.some((a) => a.area === area))
    )
      continue
    const content = await contentInArea(tx.db, area, 5)
    if (content.length > 0)
      problems.push({
        path: 'layout.areas',
        message:
          `${content.map((name) => `“${name}”`).join(', ')} are in the area “${area}”. Give them another one ` +
          'first.',
      })
  }
  record.pages.forEach((page, i) =>
    Object.entries(page.bodies).forEach(([language, html]) => {
      for (const address of inlineAddresses(html)) {
        if (!address.startsWith('storefront:') || !(address.slice(11) in record.facts))
          problems.push({
            path: `pages[${i}].bodies.${language}`,
            message: `A standing page can only use facts of its storefront; “${address}” is not one.`,
          })
      }
    }),
  )
  return problems
}
