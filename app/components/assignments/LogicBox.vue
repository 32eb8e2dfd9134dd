<script setup lang="ts">
import { RuleError, type Condition } from '@core/rules/condition'
import { fromJsonLogic } from '@core/rules/json-logic-in'
import type { JsonLogic } from '@core/rules/json-logic-out'

/**
 * A rule that comes as JsonLogic, from another program. What cannot be said here is refused with the place where it
 * stands.
 */
const emit = defineEmits<{ take: [Condition] }>()
const lens = useLensStore()
const setup = useSetupStore()
const text = ref('')
const wrong = ref<string[]>([])
const open = ref(false)
function take() {
  wrong.value = []
  try {
    const currency = setup.storefronts.find((s) => s.code === lens.storefront)?.currency ?? ''
    emit('take', fromJsonLogic(JSON.parse(text.value) as JsonLogic, setup.forCore, currency))
    text.value = ''
    open.value = false
  } catch (e) {
    wrong.value =
      e instanceof RuleError
        ? e.problems.map((p) => `${p.path ? `${p.path}: ` : ''}${p.message}`)
        : e instanceof SyntaxError
          ? ['This is not JSON. A rule looks like {"==": [{"var": "type"}, "lock"]}.']
          : [String(e)]
  }
}
</script>

<template>
  <p v-if="!open" class="pt-1 text-[12.5px]">
    <button type="button" class="plain" @click="open = true">Import JsonLogic</button>
  </p>
  <form v-else class="mt-1.5 border border-hair2 p-2" @submit.prevent="take" @keydown.esc.stop="open = false">
    <FormField label="The rule as JsonLogic">
      <TextArea v-model="text" rows="4" autofocus placeholder='{"==": [{"var": "type"}, "lock"]}' class="code w-full" />
    </FormField>

    <ul v-if="wrong.length" class="text-madder" role="alert">
      <li v-for="w in wrong" :key="w">{{ w }}</li>
    </ul>
    <p class="actions">
      <button class="act" type="submit" :disabled="!text.trim()">Import</button
      ><button class="plain" type="button" @click="open = false">Cancel</button>
    </p>
  </form>
</template>
