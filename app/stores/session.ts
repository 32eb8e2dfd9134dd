export interface Me {
  id: number
  email: string
  name: string
  role: 'manager' | 'translator' | 'administrator'
  languages: string[]
}

/** Who is signed in. */
export const useSessionStore = defineStore('session', () => {
  const me = ref<Me>()
  const token = ref('')
  const asked = ref(false)

  async function load() {
    if (asked.value) return
    try {
      take(await get<{ person: Me; token: string }>('/api/session'))
    } catch {
      forget()
    }
    asked.value = true
  }
  function take(answer: { person: Me; token: string }) {
    me.value = answer.person
    token.value = answer.token
    asked.value = true
  }
  async function signIn(email: string, password: string) {
    take(await post('/api/session', { email, password }))
  }
  async function signOut() {
    await ask('DELETE', '/api/session')
    forget()
    await navigateTo('/sign-in')
  }
  function forget() {
    me.value = undefined
    token.value = ''
  }
  const mayEdit = computed(() => me.value !== undefined && me.value.role !== 'translator')
  const mayTranslate = (language: string) => me.value !== undefined && (me.value.role !== 'translator' || me.value.languages.includes(language))
  /** Whether product types, attributes and categories may be changed. */
  const maySetUp = mayEdit
  /** What only administrators may: storefronts, and where feeds are fetched from. */
  const mayAdminister = computed(() => me.value?.role === 'administrator')
  return { me, token, load, signIn, signOut, forget, mayEdit, maySetUp, mayAdminister, mayTranslate }
})
