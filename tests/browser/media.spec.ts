import sharp from 'sharp'
import { choose, enter, expect, findings, proof, test, daysOf } from './desk'

const drawn = (colour: string, size = 1200) =>
  sharp(
    Buffer.from(
      '<svg xmlns="http://www.w3.org/2000/svg" width="1400" height="1100"><rect width="1400" height="1100" ' +
        `fill="#fff"/><rect x="400" y="200" width="600" height="700" rx="50" fill="${colour}"/></svg>`,
    ),
  )
    .resize(size)
    .jpeg()
    .toBuffer()
const photo = async (name: string, colour: string, size?: number) => ({
  name,
  mimeType: 'image/jpeg',
  buffer: await drawn(colour, size),
})

test('a batch is dropped in, matched to products by name, put on them and taken back', async ({ page }) => {
  await enter(page, '/media')
  const seen = page.getByRole('list', { name: 'Pictures and files' })
  await expect(seen.getByRole('listitem').first()).toBeVisible()
  expect(await findings(page)).toEqual([])
  await page
    .getByLabel('Upload files')
    .setInputFiles([
      await photo('TW-4410 in use.jpg', '#2f5d4a'),
      await photo('tw_4410_packed.jpg', '#2f5d4a', 500),
      await photo('a stray one.jpg', '#9c3238'),
      { name: 'notes.jpg', mimeType: 'image/jpeg', buffer: Buffer.from('no picture at all') },
    ])
  const panel = page.getByRole('region', { name: 'Uploads' })
  await expect(panel).toContainText('3 files added to the library')
  await expect(panel).toContainText('“notes.jpg” cannot be used')
  await expect(panel).toContainText('nearly identical to')
  await expect(panel).toContainText('2 pictures would be added to 1 product, by file name: TW-4410 (2)')
  await choose(panel.getByLabel('Files without a product'), 'create disabled products from pictures: Lock')
  await expect(panel).toContainText('A-STRAY-ONE')
  expect(await findings(page)).toEqual([])
  await panel.getByRole('button', { name: 'Add to products' }).click()
  await expect(page.getByRole('contentinfo', { name: 'Running work' })).toContainText('Adding 3 pictures to products')
  await expect(page.getByRole('contentinfo', { name: 'Running work' })).toContainText('done')
  await page.goto('/catalogue/A-STRAY-ONE')
  await expect(page.getByRole('heading', { level: 1, name: 'a stray one' })).toBeVisible()
  await page.goto('/catalogue/TW-4410')
  const pictureFindings = page.getByRole('list', { name: 'Findings about the pictures' })
  await pictureFindings.getByRole('button', { name: /more findings$/ }).click()
  await expect(pictureFindings).toContainText('tw_4410_packed.jpg It has 500 × 393 pixels')
  await expect(proof(page).locator('.more img')).toHaveCount(3)
})

test('the library is walked by arrows, searched and narrowed', async ({ page }) => {
  await enter(page, '/media')
  const seen = page.getByRole('list', { name: 'Pictures and files' })
  await seen.getByRole('link').first().focus()
  await page.keyboard.press('ArrowRight')
  await page.keyboard.press('ArrowDown')
  await expect(seen.locator('a:focus')).toHaveCount(1)
  await page.keyboard.press('End')
  await expect(seen.locator('a:focus')).toContainText(/v[a-z]-\w+\.svg/)
  await page.keyboard.press('/')
  await page.keyboard.type('pe-1818.svg')
  await expect(seen.getByRole('link')).toHaveCount(1)
  await page.getByLabel('Search pictures and files').fill('')
  await choose(page.getByLabel('With the finding'), 'no alternative text or title')
  await expect(seen.getByRole('link').first()).toContainText('no alternative text or title')
  await choose(page.getByLabel('Show', { exact: true }), 'view: packed')
  await choose(page.getByLabel('With the finding'), 'too few pixels')
  await expect(seen.getByRole('link')).toHaveCount(1)
  await seen.getByRole('link').focus()
  await page.keyboard.press('Enter')
  await expect(page.getByRole('heading', { level: 1, name: 'tw_4410_packed.jpg' })).toBeVisible()
})

test('a picture is described, cut by keyboard, replaced, put back, and has a version for French shoppers', async ({
  page,
}) => {
  await enter(page, '/media/kz-0330.svg')
  await expect(page.getByRole('slider')).toHaveCount(4)
  expect(await findings(page)).toEqual([])
  await page.getByRole('slider', { name: 'Crop, left edge' }).focus()
  for (let i = 0; i < 4; i++) await page.keyboard.press('Shift+ArrowRight')
  await page.getByRole('button', { name: /Focal point/ }).focus()
  await page.keyboard.press('ArrowUp')
  await page.getByLabel('Alternative text', { exact: true }).fill('A rolled pannier, from the side')
  await choose(page.getByLabel('Text in the picture'), 'English (United Kingdom)')
  await page.getByLabel('use until').fill((await daysOf(page))(400))
  await page.keyboard.press('Control+s')
  await expect(page.getByText('Saved')).toBeVisible()
  await page.reload()
  await expect(page.getByRole('slider', { name: 'Crop, left edge' })).toHaveAttribute('aria-valuenow', '20')
  await expect(page.getByRole('button', { name: /Focal point, 60% from the left, 49%/ })).toBeVisible()
  await expect(page.getByRole('link', { name: 'KZ-0330' })).toBeVisible()

  await page.getByLabel('Replace file').setInputFiles(await photo('better.jpg', '#26406e'))
  await expect(page.getByText('File replaced')).toBeVisible()
  await expect(page.getByText(/^1200 × 943 pixels/)).toBeVisible()
  await page.getByRole('button', { name: 'History' }).click()
  await page.getByRole('button', { name: /^Undo/ }).first().click()
  await expect(page.getByText('Undone', { exact: true }).last()).toBeVisible()
  await page.getByRole('button', { name: 'Picture', exact: true }).click()
  await expect(page.getByText(/^1200 × 1200 pixels/)).toBeVisible()
  await page.getByRole('button', { name: 'Delete' }).click()
  await expect(page.getByText('1 product uses it')).toBeVisible()

  // Its words are English, so French pages want a version of their own.
  await page.goto('/catalogue/KZ-0330?in=ch/fr-CH')
  await expect(page.getByRole('list', { name: 'Findings about the pictures' }).last()).toContainText(
    'French (Switzerland) needs its own version',
  )
  await expect(proof(page).locator('.hero')).toHaveCount(1)
  await page.goto('/media')
  await page.getByLabel('Upload files').setInputFiles(await photo('kz-french.jpg', '#555544'))
  await expect(page.getByRole('region', { name: 'Uploads' })).toContainText('1 file added to the library')
  await page.goto('/media/kz-french.jpg')
  await choose(page.getByLabel('Text in the picture'), 'French (Switzerland)')
  await page.getByRole('combobox', { name: 'Picture that this is a version of' }).fill('kz-0330.svg')
  await page.getByRole('option', { name: 'kz-0330.svg' }).click()
  await page.keyboard.press('Control+s')
  await expect(page.getByText('Saved')).toBeVisible()
  await page.goto('/catalogue/KZ-0330?in=ch/fr-CH')
  await expect(proof(page).locator('.hero img')).toHaveAttribute('src', '/delivery/media/kz-french.jpg?width=960')
})

test(
  'pictures of a product are added from disk and from the library, ordered by keyboard, and a type ' +
    'says which it wants',
  async ({ page }) => {
    await enter(page, '/settings/types/rack')
    await page.getByRole('checkbox', { name: 'packed', exact: true }).check()
    await page.keyboard.press('Control+s')
    await expect(page.getByText('Saved')).toBeVisible()
    await page.goto('/catalogue/OX-7750')
    const pictures = page.getByRole('button', { name: /^Pictures, own/ })
    await expect(pictures).toContainText(/Packed\s*missing/)
    await page.getByRole('button', { name: /^Pictures, own/ }).click()
    await page.getByLabel('Pictures: files to add').setInputFiles(await photo('ox-7750-packed.jpg', '#8a6d1d'))
    const added = page.getByRole('button', { name: 'ox-7750-packed.jpg, 2 of 2. Alt and arrows move it' })
    await added.focus()
    await page.keyboard.press('Alt+ArrowLeft')
    await expect(page.getByRole('button', { name: 'ox-7750-packed.jpg, 1 of 2. Alt and arrows move it' })).toBeFocused()
    await page.keyboard.press('Control+s')
    await expect(proof(page).locator('.hero img')).toHaveAttribute(
      'src',
      '/delivery/media/ox-7750-packed.jpg?width=960',
    )
    await expect(pictures).not.toContainText('missing')
  },
)
