import * as vueuse from '@vueuse/core'
import { defineStore } from 'pinia'
import * as vue from 'vue'

// What the app's files find without importing it, as the build gives it to them.

const { ref, shallowRef, reactive, computed, watch, toRaw, nextTick, onMounted, onUpdated, onScopeDispose } = vue
const { provide, inject, getCurrentInstance } = vue
const { useEventListener, useLocalStorage } = vueuse

class ApiProblem extends Error {
  constructor(readonly problem: { title: string; status: number; detail: string }) {
    super(problem.detail)
  }
  get sentence() {
    return this.message
  }
}

/** What was told to people, in the order in which it was. */
export const told: string[] = []

Object.assign(globalThis, {
  ref,
  shallowRef,
  reactive,
  provide,
  inject,
  getCurrentInstance,
  computed,
  watch,
  toRaw,
  nextTick,
  onMounted,
  onUpdated,
  onScopeDispose,
  useEventListener,
  useLocalStorage,
  defineStore,
  ApiProblem,
  numberShown: (n: number) => n.toLocaleString('en-GB'),
  tell: (text: string) => void told.push(text),
})
