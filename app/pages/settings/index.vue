<script setup lang="ts">
const settings = stageOf('settings')
</script>

<template>
  <div class="page">
    <PageHead title="Settings" />
    <div class="page-body" tabindex="0" aria-label="Settings">
      <dl class="about">
        <template v-for="s in settings.parts" :key="s.to">
          <dt>
            <NuxtLink :to="s.to">{{ s.name }}</NuxtLink>
          </dt>
          <dd>{{ s.about }}</dd>
        </template>
      </dl>
    </div>
  </div>
</template>

<style scoped>
.about {
  display: grid;
  grid-template-columns: minmax(140px, 200px) minmax(0, 1fr);
  padding: 4px 20px 24px;
}
.about > * {
  padding: 9px 0;
  border-bottom: 1px solid var(--hair);
}
dt {
  font-weight: 600;
}
dt > a:hover {
  text-decoration: underline;
}
dd {
  color: var(--ink-2);
}
</style>
