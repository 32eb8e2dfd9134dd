import type { InjectionKey } from 'vue'

/** What a control is told by the field that it stands in. */
export interface FieldState {
  /** The ids of the help and the error, where there are some. */
  describedBy: string | undefined
  invalid: boolean
}

export const fieldKey: InjectionKey<ComputedRef<FieldState>> = Symbol('field')

/** What the form field around a control says of it: bind it to the control. */
export function useFieldState() {
  const state = inject(fieldKey, undefined)
  return computed(() => ({
    'aria-describedby': state?.value.describedBy,
    'aria-invalid': state?.value.invalid || undefined,
  }))
}
