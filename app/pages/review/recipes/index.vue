<script setup lang="ts">
import { stepKinds } from '@core/drafting/recipe'

const session = useSessionStore()
const lens = useLensStore()
const { data, problem } = useAnswer('listRecipes', () => ({}))
async function begin(what: 'photo' | 'pool') {
  try {
    if (what === 'photo') await call('readPhotos', { body: { storefront: lens.storefront, language: lens.language } })
    else await call('suggestFromPool')
    tell('Started. Its progress is shown in the bar below.')
  } catch (e) {
    tellProblem(e)
  }
}
useKeys('Recipes', [
  {
    keys: 'n',
    does: 'New recipe',
    run: () => {
      if (session.mayEdit) void navigateTo('/review/recipes/new')
    },
  },
])
</script>

<template>
  <div class="page">
    <PageHead stage="review" title="Recipes">
      <template #actions>
        <NuxtLink v-if="session.mayEdit" class="act" to="/review/recipes/new"
          >New recipe <span class="key">n</span></NuxtLink
        >
      </template>
      <template #controls
        ><p class="max-w-[90ch] text-ink2">
          A recipe is a chain of steps that drafts texts from the facts of a product. Drafts go live only after somebody
          has accepted them.<template v-if="data">
            Texts are drafted by {{ data.service.name }} in
            {{ data.service.languages.map(languageName).join(', ') }}.</template
          >
        </p></template
      >
    </PageHead>
    <p v-if="problem" class="px-5 text-madder" role="alert">{{ problem.sentence }}</p>
    <div class="page-body" tabindex="0" aria-label="Recipes">
      <table v-if="data?.items.length" class="listing">
        <colgroup>
          <col class="w-[30%]" />
          <col />
          <col class="w-[15%]" />
          <col class="w-[13%]" />
        </colgroup>
        <thead>
          <tr>
            <th>Recipe</th>
            <th>Steps</th>
            <th>To review</th>
            <th>Last run</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="r in data.items" :key="r.code">
            <td class="py-2">
              <NuxtLink class="font-semibold hover:underline" :to="`/review/recipes/${segment(r.code)}`">{{
                r.name
              }}</NuxtLink><small class="block text-[12.5px] text-ink2">{{ r.note }}</small>
            </td>
            <td class="py-2 text-ink2">{{ r.steps.map((s) => stepKinds[s].label.toLowerCase()).join(' → ') }}</td>
            <td class="py-2">
              <b v-if="r.open" class="font-semibold">{{ numberShown(r.open) }}</b><span v-else class="text-ink2"
                >–</span
              >
            </td>
            <td class="py-2 text-ink2">{{ r.last ? whenShown(r.last) : 'not yet' }}</td>
          </tr>
        </tbody>
      </table>
      <EmptyState v-else-if="data">No recipe yet. </EmptyState>
      <section v-if="session.mayEdit" class="px-5 py-5" aria-label="Other suggestions">
        <h2>Data from other systems</h2>
        <p class="flex flex-wrap items-baseline gap-x-3 gap-y-1 pt-1.5">
          <button type="button" class="act" @click="begin('photo')">Read all photos</button
          ><span class="text-ink2"
            >suggests missing colours, and alternative texts in {{ languageName(lens.language) }}</span
          >
        </p>
        <p class="flex flex-wrap items-baseline gap-x-3 gap-y-1 pt-2">
          <button type="button" class="act" @click="begin('pool')">Check everything against the data pool</button
          ><span class="text-ink2">suggests values that are missing or different here, unless you gave a reason</span>
        </p>
      </section>
    </div>
  </div>
</template>
