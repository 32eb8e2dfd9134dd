/** Rows of units as a map: by record, then by unit. */
export function byUnit<Row extends { record: string; unit: string }, Of>(
  rows: readonly Row[],
  what: (row: Row) => Of,
): Map<string, Map<string, Of>> {
  const out = new Map<string, Map<string, Of>>()
  for (const row of rows) {
    const units = out.get(row.record)
    if (units) units.set(row.unit, what(row))
    else out.set(row.record, new Map([[row.unit, what(row)]]))
  }
  return out
}
