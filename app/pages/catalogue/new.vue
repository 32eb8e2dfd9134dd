<script setup lang="ts">
import { provideFormErrors } from '~/components/kit/fieldState'
import { until } from '@vueuse/core'
import { typeOfCategory } from '@core/catalogue/model'
import { bareGtin } from '@core/gtin/check-digit'

/** A new product: made by hand, or as a copy of one that is already good. */
const route = useRoute()
const setup = useSetupStore()
const session = useSessionStore()
const pattern = ref(typeof route.query.copy === 'string' ? route.query.copy : '')
const found = useAnswer('getProduct', () => (pattern.value ? { params: { sku: pattern.value } } : undefined))
const of = computed(() => (pattern.value ? found.data.value : undefined))
const form = reactive({ sku: '', gtin: '', name: '', category: null as string | null, type: '', brand: '' })
const typeChosen = ref(false)
watch(
  () => form.category,
  (c) => {
    const type = typeOfCategory(setup.forCore, c)
    if (type && !typeChosen.value) form.type = type
  },
)
const oldName = computed(
  () =>
    of.value?.values.find((v) => v.attribute === 'name' && v.language === setup.source && v.storefront === null)?.value,
)
const skus = ref<Record<string, string>>({})
const withVariants = ref(true)
watch([of, () => form.sku], () => {
  // A variant's SKU that begins with its parent's goes on with the copy's.
  skus.value = Object.fromEntries(
    (of.value?.variants ?? []).map((v) => [
      v,
      form.sku.trim()
        ? v.startsWith(of.value!.sku)
          ? form.sku.trim() + v.slice(of.value!.sku.length)
          : `${form.sku.trim()}-${v}`
        : '',
    ]),
  )
})
const problem = shallowRef<ApiProblem>()
const busy = ref(false)
const errors = computed(() => problem.value?.problem.errors ?? [])
const otherErrors = provideFormErrors(errors)
/** What is said at no field, and at no SKU of a variant. */
const looseErrors = computed(() => otherErrors.value.filter((e) => !e.path.startsWith('variants.')))
const errorAt = (path: string) => errors.value.find((e) => e.path === path)?.message
const ready = computed(() => form.sku.trim() !== '' && (of.value || form.type !== ''))
const gtin = computed(() => bareGtin(form.gtin) || null)
const name = computed(() => form.name.trim())
function copy(sku: string) {
  const variants = withVariants.value ? skus.value : {}
  const body = { sku: form.sku.trim(), gtin: gtin.value, name: name.value, variants }
  return call('copyProduct', { params: { sku }, body })
}
function create() {
  const named = { attribute: 'name', language: setup.source, value: name.value }
  const body = {
    sku: form.sku.trim(),
    type: form.type,
    category: form.category,
    brand: form.brand || null,
    gtin: gtin.value,
    ...(name.value ? { values: [named] } : {}),
  }
  return call('createProduct', { body })
}
async function make() {
  // What is to be copied may be on its way still.
  if (pattern.value) await until(found.busy).toBe(false)
  if (!ready.value || busy.value || !session.mayEdit) return
  busy.value = true
  problem.value = undefined
  try {
    const data = of.value ? await copy(of.value.sku) : await create()
    tell(of.value ? 'Duplicated. The copy is disabled until you change its status' : 'Created as a draft')
    await navigateTo(`/catalogue/${segment(data.sku)}`)
  } catch (e) {
    if (e instanceof ApiProblem) problem.value = e
    else throw e
  } finally {
    busy.value = false
  }
}
const first = useTemplateRef<Focusable>('first')
onMounted(() => first.value?.focus())
useKeys('New product', [{ keys: 'Ctrl+S', does: 'Create', always: true, run: () => void make() }])
</script>

<template>
  <div class="page">
    <PageHead :title="of ? 'Duplicate a product' : 'New product'" :back="{ to: '/catalogue', label: 'Catalogue' }">
      <template #actions><NuxtLink to="/catalogue/pool" class="act">Find in the data pool</NuxtLink></template>
    </PageHead>
    <div class="page-body padded">
      <p v-if="!session.mayEdit" class="mt-3 text-ochre" role="status">
        {{ session.me?.name }} cannot create products.
      </p>
      <form
        v-else
        class="mt-3 grid max-w-[720px] grid-cols-[140px_minmax(0,1fr)] items-start gap-x-5 gap-y-2.5"
        @submit.prevent="make"
      >
        <span class="pt-1.5 text-ink2">Copied from</span>
        <div>
          <SkuPicker
            v-model="pattern"
            class="w-72"
            label="Product to copy"
            placeholder="nothing (start from scratch)"
          /><button v-if="pattern" type="button" class="plain ml-3" @click="pattern = ''">From scratch</button>
          <p v-if="of" class="mt-1 text-ink2">
            “{{ oldName ?? of.sku }}”, with its {{ countShown(of.values.length, 'value') }}, prices, relations, and the
            content assigned to it by name. The copy is disabled. Enter here what must be unique.
          </p>
        </div>
        <FormField beside path="sku" for="new-sku" label="SKU">
          <TextField id="new-sku" ref="first" v-model="form.sku" required class="w-72 font-mono" />
        </FormField>

        <FormField beside for="new-name" label="Name">
          <TextField
            id="new-name"
            v-model="form.name"
            :lang="setup.source"
            :placeholder="of ? 'a different name, so that no two are the same' : ''"
            class="w-full"
          />
        </FormField>

        <FormField beside path="gtin" for="new-gtin" label="GTIN">
          <TextField id="new-gtin" v-model="form.gtin" class="w-72 font-mono" />
        </FormField>

        <template v-if="!of">
          <span class="pt-1.5 text-ink2">Category</span
          ><CategoryPicker v-model="form.category" class="w-72" label="Category" />
          <FormField beside path="type" for="new-type" label="Product type">
            <SelectField
              id="new-type"
              v-model="form.type"
              class="w-72"
              placeholder="choose a type"
              :options="setup.typeOptions"
              @update:model-value="typeChosen = true"
            />
          </FormField>

          <FormField beside for="new-brand" label="Brand">
            <SelectField
              id="new-brand"
              v-model="form.brand"
              class="w-72"
              :options="[option('', 'None'), ...byRecord(setup.brands.values())]"
            />
          </FormField>
        </template>
        <template v-if="of?.variants.length">
          <span class="pt-1.5 text-ink2">Variants</span>
          <div>
            <CheckBox v-model="withVariants" class="py-1"
              >include its {{ countShown(of.variants.length, 'variant') }}</CheckBox
            >
            <ul v-if="withVariants">
              <li v-for="v in of.variants" :key="v" class="flex items-center gap-3 py-0.5">
                <span class="code w-40">{{ v }}</span><TextField
                  v-model="skus[v]"
                  class="w-60 font-mono text-[12px]"
                  :label="`SKU of the copy of ${v}`"
                />
                <FieldError :error="errorAt(`variants.${v}`)" />
              </li>
            </ul>
          </div>
        </template>
        <span />
        <div>
          <p v-if="problem && (errors.length === 0 || looseErrors.length > 0)" class="mb-2 text-madder" role="alert">
            {{ problem.sentence }}
          </p>
          <button class="act main" type="submit" :disabled="!ready || busy">
            {{ of ? 'Create copy' : 'Create product' }} <span class="opacity-70">Ctrl S</span>
          </button>
        </div>
      </form>
    </div>
  </div>
</template>
