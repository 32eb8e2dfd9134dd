import * as vueuse from '@vueuse/core'
import * as vue from 'vue'

// What the app's files find without importing it, as the build gives it to them.

const { ref, shallowRef, computed, watch, toRaw, nextTick, onMounted, onUpdated, onScopeDispose } = vue
const { useEventListener } = vueuse

class ApiProblem extends Error {
  constructor(readonly problem: { title: string; status: number; detail: string }) {
    super(problem.detail)
  }
}

/** What was told to people, in the order in which it was. */
export const told: string[] = []

Object.assign(globalThis, {
  ref,
  shallowRef,
  computed,
  watch,
  toRaw,
  nextTick,
  onMounted,
  onUpdated,
  onScopeDispose,
  useEventListener,
  ApiProblem,
  numberShown: (n: number) => n.toLocaleString('en-GB'),
  tell: (text: string) => void told.push(text),
})
