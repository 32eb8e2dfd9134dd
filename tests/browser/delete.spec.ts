import type { Page } from '@playwright/test'
import { enter, expect, findings, more, test } from './desk'

test.describe.configure({ mode: 'serial' })

const panel = (page: Page) => page.getByRole('region', { name: 'Delete products' })

test('a product is deleted with what names it told before, and comes back by “Undo”', async ({ page }) => {
  await enter(page, '/catalogue/PE-1830?in=uk/en-GB')
  await more(page, 'Regn 30 roll pannier', 'Delete')
  await expect(panel(page)).toContainText('This deletes 1 product')
  await expect(panel(page).getByRole('listitem')).toContainText(['From the sewing room'])
  expect(await findings(page)).toEqual([])
  await panel(page).getByRole('button', { name: 'Cancel' }).click()
  await expect(panel(page)).toHaveCount(0)

  await more(page, 'Regn 30 roll pannier', 'Delete')
  await panel(page).getByRole('button', { name: 'Delete PE-1830' }).click()
  await expect(page).toHaveURL(/\/catalogue(\?|$)/)
  await page.getByRole('button', { name: 'Undo', exact: true }).click()
  await expect(page.getByText('Undone', { exact: true })).toBeVisible()
  await page.goto('/catalogue/PE-1830?in=uk/en-GB')
  await expect(page.getByRole('heading', { level: 1 })).toHaveText('Regn 30 roll pannier')
  await expect(page.getByRole('button', { name: 'From the sewing room' })).toBeVisible()
})

test('selected products are deleted in one step, by keyboard', async ({ page }) => {
  await enter(page, '/catalogue?in=uk/en-GB')
  const count = page.getByRole('status').first()
  await expect(count).toContainText(/^\d+ products/)
  const before = await count.innerText()
  await page.getByRole('gridcell', { name: 'Bells' }).first().click()
  await page.keyboard.press('Shift+ArrowDown')
  await expect(page.getByRole('status', { name: 'Selection' })).toContainText('2 selected')
  await page.getByRole('button', { name: 'Delete', exact: true }).focus()
  await page.keyboard.press('Enter')
  await expect(panel(page)).toContainText('2 products and')
  await panel(page).getByRole('button', { name: 'Delete 2 products' }).focus()
  await page.keyboard.press('Enter')
  await expect(count).toContainText(`${Number(/\d+/.exec(before)![0]) - 2} products`)
  await page.getByRole('button', { name: 'Undo', exact: true }).click()
  await expect(count).toContainText(before)
})
