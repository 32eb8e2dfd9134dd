import { choose, enter, expect, findings, test } from './desk'

const grid = (page: import('@playwright/test').Page) => page.getByRole('grid', { name: 'Products' })

test(
  'products are kept together by hand: marked in the sheet, shown again, used in a rule, and not lost ' + 'with it',
  async ({ page }) => {
    await enter(page, '/catalogue?type=rack')
    await expect(grid(page).getByRole('row').nth(1)).toBeVisible()
    await grid(page).focus()
    await page.keyboard.press('Control+Home')
    await page.keyboard.press('Shift+ArrowDown')
    await expect(page.getByText('2 selected')).toBeVisible()
    await page.getByRole('button', { name: 'Lists' }).click()
    await page.getByLabel('Name of the new list').fill('Kleine Schaufenster-Auswahl für den Frühling')
    await expect(page.getByText('Add 2 selected to')).toBeVisible()
    expect(await findings(page)).toEqual([])
    await page.keyboard.press('Enter')
    await expect(page.getByText('2 added to the list, which now has 2')).toBeVisible()

    await page.goto('/catalogue?type=lock')
    await page.getByRole('button', { name: 'Lists' }).click()
    await choose(page.getByLabel('List', { exact: true }), 'Kleine Schaufenster-Auswahl für den Frühling')
    await page.getByRole('button', { name: 'Add to list' }).click()
    await expect(page.getByText(/added to the list, which now has \d+/)).toBeVisible()
    await page.goto('/catalogue')
    await page.getByRole('button', { name: 'Lists' }).click()
    await page.getByRole('button', { name: /^Kleine Schaufenster/ }).click()
    await expect(page.getByText(/products found/)).not.toHaveText(/^\s*2 /)
    await page.getByRole('button', { name: 'Filters on' }).click()
    await expect(page.getByText('In the list “Kleine Schaufenster-Auswahl für den Frühling”')).toBeVisible()

    await page.goto('/catalogue/lists')
    const list = page.getByRole('link', { name: 'Kleine Schaufenster-Auswahl für den Frühling', exact: true })
    await expect(list).toBeVisible()
    expect(await findings(page)).toEqual([])
    await list.click()
    await page.getByLabel('Note').fill('Wechselt am 1. April')
    await page
      .getByRole('button', { name: /^Remove .* from: Products of the list/ })
      .first()
      .click()
    expect(await findings(page)).toEqual([])
    await page.keyboard.press('Control+s')
    await expect(page.getByText('Saved')).toBeVisible()
    await page.getByRole('button', { name: 'History' }).click()
    await page.getByRole('button', { name: /^Undo/ }).first().click()
    await expect(page.getByText('Undone', { exact: true }).last()).toBeVisible()
    await page.getByRole('button', { name: 'List', exact: true }).click()
    await expect(page.getByLabel('Note')).toHaveValue('')
    await page.getByRole('button', { name: 'Delete list' }).click()
    await expect(page).toHaveURL(/catalogue\/lists$/)
    await expect(page.getByText('No lists yet.')).toBeVisible()
  },
)

test('rules know where and how a product is sold', async ({ page }) => {
  await enter(page, '/catalogue/KZ-0316')
  await page.getByLabel('Name of the field').fill('tax-class')
  await page.getByLabel('Value', { exact: true }).fill('Reduced')
  await page.getByRole('button', { name: 'Add', exact: true }).click()
  await expect(page.getByText('Reduced')).toBeVisible()
  await page.goto(
    `/catalogue?where=${encodeURIComponent(
      JSON.stringify({
        all: [
          { field: 'carried:tax-class', is: 'equals', value: 'reduced' },
          { field: 'sold-in', is: 'equals', value: 'ch' },
          { field: 'minimum', is: 'present', value: false },
        ],
      }),
    )}`,
  )
  await expect(page.getByText('1 products found')).toBeVisible()
  await expect(page.getByText(/sold in Switzerland/)).toBeVisible()
})
