import type { Page } from '@playwright/test'
import { choose, enter, expect, findings, test, dropWaiting } from './desk'

/** Puts a condition at the end of a group of the builder, its value by whatever editor the field asks for. */
async function condition(
  page: Page,
  group: ReturnType<Page['getByRole']>,
  field: string,
  operator: string,
  ...fill: ((page: ReturnType<Page['getByRole']>) => Promise<unknown>)[]
) {
  await dropWaiting(group)
  await group.getByRole('button', { name: 'Add a condition' }).last().click()
  await choose(group.getByLabel('Field', { exact: true }).last(), field)
  await choose(group.getByLabel(`How ${field} is compared`).last(), operator)
  for (const f of fill) await f(group)
}
test.describe.configure({ mode: 'serial' })

const sentence = (page: Page) => page.locator('.page-head p.in-words')

test('builds a rule of nested groups, reads it as a sentence, saves it, and finds it again', async ({ page }) => {
  await enter(page, '/assignments/new?in=uk/en-GB')
  await page.getByLabel('Internal name').fill('Nested')
  await page.getByRole('combobox', { name: 'Add a piece' }).press('ArrowDown')
  await page.getByRole('listbox').getByRole('option').nth(1).click()
  await page.getByRole('radio', { name: 'Products matching a rule' }).check()
  const outer = page.getByRole('group', { name: 'all of these' }).first()

  await condition(page, outer, 'Category', 'is in', (g) => choose(g.getByLabel('Value of Category'), 'Bags'))
  await condition(
    page,
    outer,
    'Volume',
    'from … to',
    (g) => g.getByLabel('Value of Volume, lower end').fill('10'),
    (g) => g.getByLabel('Value of Volume, upper end').fill('40'),
  )
  await condition(page, outer, 'Launched', 'on or after', (g) => g.getByLabel('Value of Launched').fill('2020-01-01'))

  await outer.getByRole('button', { name: 'Add a group' }).click()
  const inner = page.getByRole('group', { name: 'at least one of these' })
  await choose(inner.getByLabel('Field', { exact: true }), 'Name')
  await choose(inner.getByLabel('How Name is compared'), 'matches the pattern')
  await inner.getByLabel('Value of Name').fill('regn*')
  await condition(page, inner, 'Price today', 'at most', (g) => g.getByLabel('Value of Price today').fill('100'))
  await inner.getByRole('button', { name: 'Add a group' }).click()
  const deepest = inner.getByRole('group', { name: 'at least one of these' })
  await choose(deepest.getByLabel('Which conditions must be met'), 'none of these')

  // Half a condition says so, and takes nothing away.
  await expect(page.getByText('A condition has no value yet.')).toBeVisible()
  const none = inner.getByRole('group', { name: 'none of these' })
  await choose(none.getByLabel('Field', { exact: true }), 'Reflective')
  await choose(none.getByLabel('How Reflective is compared'), 'is filled')
  await expect(page.getByText('A condition has no value yet.')).toHaveCount(0)

  await expect(sentence(page)).toContainText('In Bags')
  await expect(sentence(page)).toContainText('100 GBP')
  expect(await findings(page)).toEqual([])
  await expect(page.getByRole('region', { name: 'Reach', exact: true }).getByRole('status').first()).toHaveText(
    /^[1-9]\d* products?/,
  )

  await page.keyboard.press('Control+S')
  await expect(page).toHaveURL(/\/assignments\/nested/)
  await expect(sentence(page)).toContainText('In Bags')
  const read = await sentence(page).innerText()
  await page.reload()
  await expect(sentence(page)).toHaveText(read)
  await expect(page.getByRole('group', { name: 'none of these' })).toBeVisible()
  await expect(page.getByLabel('Value of Volume, upper end')).toHaveValue('40')
  await expect(page.getByRole('region', { name: 'Reach', exact: true })).toContainText('as saved')
})

test('goes through the builder by keyboard alone', async ({ page }) => {
  await enter(page, '/assignments/nested?in=uk/en-GB')
  await page.getByRole('button', { name: 'Add a condition' }).first().focus()
  await page.keyboard.press('Enter')
  // The new condition has the focus: its field is typed, as in any list of choices.
  await page.keyboard.type('Stock')
  await page.keyboard.press('Tab')
  await page.keyboard.type('above')
  await page.keyboard.press('Tab')
  await page.keyboard.type('3')
  await expect(page.getByLabel('Value of Stock')).toHaveValue('3')
  await expect(page.getByText('Not saved yet')).toBeVisible()
  await page.keyboard.press('Tab')
  await page.keyboard.press('Enter')
  await expect(page.getByLabel('Value of Stock')).toHaveCount(0)
  // Taken out, the focus is at the button of the same group, not lost.
  await expect(page.getByRole('button', { name: 'Add a condition' }).first()).toBeFocused()
})

test('holds two conditions on variants to one and the same variant, unless told otherwise', async ({ page }) => {
  await enter(page, '/assignments/new?in=uk/en-GB')
  await page.getByRole('radio', { name: 'Products matching a rule' }).check()
  const outer = page.getByRole('group', { name: 'all of these' }).first()
  await condition(page, outer, 'Size', 'is', (g) => choose(g.getByLabel('Value of Size'), 'S'))
  await condition(page, outer, 'Stock', 'above', (g) => g.getByLabel('Value of Stock').fill('0'))
  const same = page.getByRole('checkbox', { name: '2 of them on one and the same variant' })
  await expect(same).toBeChecked()
  const count = async () =>
    Number(
      (await page.getByRole('region', { name: 'Reach', exact: true }).getByRole('status').first().innerText()).match(
        /^\d+/,
      )![0],
    )
  await expect(sentence(page)).toContainText('With one variant that is (size is S and stock above 0)')
  const together = await count()
  await same.uncheck()
  await expect(sentence(page)).not.toContainText('With one variant')
  expect(await count()).toBeGreaterThanOrEqual(together)
})
