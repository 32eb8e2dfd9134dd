import { recipeProblems } from '@core/drafting/recipe'
import { normalForm } from '@core/richtext/normal-form'
import { inlineAddresses } from '@core/richtext/read'
import { type Problems, storedWhole } from './kind'

export const recipes = storedWhole('recipes', {
  name: 'recipe',
  stamp: 'content',
  check(given, _before, setup) {
    const record = { ...given, steps: given.steps.map((s) => ({ ...s, instruction: normalForm(s.instruction) })) }
    const problems: Problems = recipeProblems(record.steps)
    if (record.storefront !== null && !setup.storefronts.has(record.storefront))
      problems.push({ path: 'storefront', message: `There is no storefront “${record.storefront}”.` })
    record.steps.forEach((s, i) => {
      for (const address of inlineAddresses(s.instruction)) {
        if (address.startsWith('attribute:') && !setup.attributes.has(address.slice(10)))
          problems.push({ path: `steps[${i}].instruction`, message: `There is no attribute “${address.slice(10)}”.` })
      }
    })
    return Promise.resolve({ record, problems })
  },
})
