let loading: Promise<Awaited<ReturnType<typeof load>>> | undefined

/** The checks come when a text is written first: word forms of many languages are in them. */
async function load() {
  const [{ checkText }, { viewOf }, { applyFix }, { styleFor }, { items }] = await Promise.all([
    import('@core/house-style/check-text'),
    import('@core/house-style/view'),
    import('@core/house-style/apply-fix'),
    import('@core/house-style/style'),
    call('listStyles'),
  ])
  return {
    check: checkText,
    viewOf,
    applyFix,
    styleFor: (field: string, edition: { storefront: string; language: string }) => styleFor(items, field, edition),
  }
}

/** What checks texts by the house style while they are written. */
export function houseStyle() {
  return (loading ??= load().catch((e: unknown) => {
    loading = undefined
    throw e
  }))
}

/** Has the house style read anew, after it was changed. */
export function forgetHouseStyle() {
  loading = undefined
}
