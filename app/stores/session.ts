import type { Person, SignedIn } from '@contracts/people'

/** Who is signed in. */
export const useSessionStore = defineStore('session', () => {
  const me = ref<Person>()
  const token = ref('')
  const asked = ref(false)
  /**
   * By how many milliseconds the server's clock is ahead of the browser's: what runs and what has begun is told by the
   * server's.
   */
  const ahead = ref(0)

  async function load() {
    if (asked.value) return
    try {
      take(await call('whoAmI'))
    } catch {
      forget()
    }
    asked.value = true
  }
  function take(answer: SignedIn) {
    me.value = answer.person
    ahead.value = Date.parse(answer.now) - Date.now()
    token.value = answer.token
    asked.value = true
  }
  async function signIn(email: string, password: string) {
    take(await call('signIn', { body: { email, password } }))
  }
  async function signOut() {
    await call('signOut')
    forget()
    await navigateTo('/sign-in')
  }
  function forget() {
    me.value = undefined
    token.value = ''
    answers.clear()
  }
  const mayEdit = computed(() => me.value !== undefined && me.value.role !== 'translator')
  const mayTranslate = (language: string) =>
    me.value !== undefined && (me.value.role !== 'translator' || me.value.languages.includes(language))
  /** Whether product types, attributes and categories may be changed. */
  const maySetUp = mayEdit
  /** What only administrators may: storefronts, and where feeds are fetched from. */
  const mayAdminister = computed(() => me.value?.role === 'administrator')
  /** What the server's clock shows now, in milliseconds since 1970. */
  const now = () => Date.now() + ahead.value
  return { me, token, load, signIn, signOut, forget, mayEdit, maySetUp, mayAdminister, mayTranslate, now }
})
