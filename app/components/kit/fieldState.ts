import type { InjectionKey, Ref } from 'vue'

/** What a control is told by the field that it stands in. */
export interface FieldState {
  /** The ids of the help and the error, where there are some. */
  describedBy: string | undefined
  invalid: boolean
}

export const fieldKey: InjectionKey<ComputedRef<FieldState>> = Symbol('field')

/** What is wrong with what a form holds, by path, for the fields that name theirs. */
export interface FormErrors {
  errors: Readonly<Ref<{ path: string; message: string }[]>>
  /** Says that a field shows what is wrong at a path and below it, for as long as it is there. */
  claim(path: string): void
}

export const formErrorsKey: InjectionKey<FormErrors> = Symbol('form errors')

const isAtOrBelow = (path: string, at: string) => path === at || path.startsWith(`${at}.`) || path.startsWith(`${at}[`)

/**
 * Gives the fields of a form what is wrong with it. Returns what no field shows, which the form says itself.
 */
export function provideFormErrors(errors: Readonly<Ref<{ path: string; message: string }[]>>) {
  const claimed = shallowReactive(new Set<string>())
  provide(formErrorsKey, {
    errors,
    claim(path) {
      claimed.add(path)
      onScopeDispose(() => claimed.delete(path))
    },
  })
  return computed(() => errors.value.filter((e) => ![...claimed].some((at) => isAtOrBelow(e.path, at))))
}

/** What is wrong at the path that a field names; undefined where nothing is. */
export function useErrorAt(path: string | undefined) {
  const form = inject(formErrorsKey, undefined)
  if (path !== undefined) form?.claim(path)
  return computed(() =>
    path === undefined ? undefined : form?.errors.value.find((e) => isAtOrBelow(e.path, path))?.message,
  )
}

/** What the form field around a control says of it: bind it to the control. */
export function useFieldState() {
  const state = inject(fieldKey, undefined)
  return computed(() => ({
    'aria-describedby': state?.value.describedBy,
    'aria-invalid': state?.value.invalid || undefined,
  }))
}
