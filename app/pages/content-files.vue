<script setup lang="ts">
import type { ContentReport } from '@contracts/library'
const session = useSessionStore()
const setup = useSetupStore()
const { refresh: refreshProof } = useProofFocus()
const file = shallowRef<{ name: string; text: string }>()
const report = shallowRef<ContentReport>()
const busy = ref(false)
async function choose([chosen]: File[]) {
  report.value = undefined
  file.value = chosen ? { name: chosen.name, text: await chosen.text() } : undefined
  if (file.value) await send('check')
}
async function send(mode: 'check' | 'apply') {
  const { name, text } = file.value!
  busy.value = true
  try {
    const answer = /\.csv$/i.test(name)
      ? await call('importQuestions', { query: { mode }, body: text, headers: { 'content-type': 'text/csv' } })
      : await call('importContent', { query: { mode }, body: JSON.parse(text) as Record<string, unknown> })
    report.value = answer
    if (mode === 'apply' && answer.rejected.length === 0) {
      tell(`Imported: ${answer.created} new, ${answer.updated} changed`)
      await setup.reload()
      refreshProof()
    }
  } catch (e) {
    report.value = undefined
    tellProblem(
      e instanceof SyntaxError
        ? new ApiProblem({ title: 'Not valid JSON', status: 422, detail: `“${name}” cannot be read: ${e.message}` })
        : e,
    )
  } finally {
    busy.value = false
  }
}
const words: Record<string, string> = {
  pieces: 'piece',
  'question-sets': 'question set',
  'block-kinds': 'block type',
  campaigns: 'campaign',
  'named-rules': 'named rule',
  assignments: 'assignment',
}
</script>

<template>
  <div class="page">
    <PageHead stage="library" title="Import and export">
      <template #line>Pieces, questions, rules and assignments as files.</template>
    </PageHead>
    <div class="page-body padded" tabindex="0" aria-label="Import and export">
      <div class="grid max-w-[860px] gap-6">
        <section aria-label="Export">
          <h2 class="section-head">Export</h2>
          <p class="flex flex-wrap items-baseline gap-x-4 gap-y-1.5 pt-2">
            <a class="act" :href="addressOf('exportContent')" download="content.json">Everything as JSON</a
            ><span class="text-ink2">pieces, question sets, block types, campaigns, named rules and assignments</span>
          </p>
          <p class="flex flex-wrap items-baseline gap-x-4 gap-y-1.5 pt-2">
            <a class="act" :href="addressOf('exportQuestions')" download="questions.csv">Questions as CSV</a
            ><span class="text-ink2">one line per question and language</span>
          </p>
        </section>
        <section v-if="session.mayEdit" aria-label="Import">
          <h2 class="section-head">Import</h2>
          <p class="pt-2">
            <FileField
              class="act"
              label="Choose a file"
              accept=".json,.csv,application/json,text/csv"
              @choose="choose"
            />
            <span class="ml-2 text-ink2">Content (.json) or questions (.csv)</span>
          </p>
          <p v-if="busy" class="pt-2 text-ink2" role="status">Checking …</p>
          <template v-if="report">
            <p class="pt-2" role="status">
              <b class="font-semibold">{{ file?.name }}</b>: {{ report.created }} new, {{ report.updated }} changed,
              {{ report.unchanged }} unchanged{{
                report.rejected.length ? `, ${report.rejected.length} problems` : ''
              }}.
              <button
                v-if="report.mode === 'check' && report.rejected.length === 0 && report.created + report.updated > 0"
                type="button"
                class="act main ml-3"
                :disabled="busy"
                @click="send('apply')"
              >
                Import</button
              ><span v-else-if="report.mode === 'apply' && report.rejected.length === 0" class="text-weld"
                >Imported.</span
              >
            </p>
            <p v-if="report.rejected.length" class="pt-1 text-ink2">
              The file is imported as a whole or not at all. Nothing has been changed.
            </p>
            <ul class="pt-1">
              <li v-for="(r, i) in report.rejected" :key="i" class="ruled">
                <span class="code">{{ words[r.kind] ?? r.kind }} {{ r.code }} {{ r.path }}</span>
                {{ ' ' }}<span class="text-madder">{{ r.message }}</span>
              </li>
            </ul>
          </template>
        </section>
      </div>
    </div>
  </div>
</template>
