import type { Ref } from 'vue'
import type { SheetSort } from '@contracts/sheet'
import { isSortable, type SheetColumn } from '@core/sheet/columns'

/** Sorts the sheet by a column: upwards, then downwards, and then by SKU again. */
export function useSheetOrder(sort: Ref<SheetSort | null>) {
  return (column: SheetColumn | undefined) => {
    if (!column || !isSortable(column)) return
    if (sort.value?.column !== column.id) sort.value = { column: column.id, descending: false }
    else sort.value = sort.value.descending ? null : { column: column.id, descending: true }
  }
}
