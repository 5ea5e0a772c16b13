<script setup lang="ts">
/** The guide, part by part, with its pictures; the tour can be taken again from here. */
import { computed, ref } from 'vue';
import { useRoute, useRouter } from 'vue-router';
import forAdministrators from '../../../../docs/for-administrators.md?raw';
import forTeachers from '../../../../docs/for-teachers.md?raw';
import { useSession } from '../../client/session';
import EmptyNote from '../../parts/EmptyNote.vue';
import { say } from '../../words/teacher';
import FacingPages from '../shared/FacingPages.vue';
import PageHead from '../shared/PageHead.vue';
import { helpSections, sectionsWith } from './sections';
import { tourOpen } from './tour';

const route = useRoute();
const router = useRouter();
const session = useSession();
const isTeacher = session.account?.role === 'teacher';
const pictures = import.meta.glob<string>('../../../../docs/screenshots/*.png', {
  eager: true,
  query: '?url',
  import: 'default',
});
const byName = new Map(
  Object.entries(pictures).map(([path, address]) => [path.split('/').at(-1) ?? '', address]),
);
const sections = helpSections(
  isTeacher ? forTeachers : forAdministrators,
  (name) => byName.get(name) ?? null,
);
const words = ref('');
const listed = computed(() => sectionsWith(sections, words.value));
const shown = computed(
  () => sections.find(({ id }) => id === route.hash.slice(1)) ?? listed.value[0] ?? sections[0],
);
async function takeTour(): Promise<void> {
  await router.push('/');
  tourOpen.value = true;
}
</script>

<template>
  <PageHead :title="say('help.title')" :where="say('help.where')">
    <RouterLink to="/glossary">{{ say('glossary.labels.title') }}</RouterLink>
    <ElButton v-if="isTeacher" @click="takeTour">{{ say('help.takeTour') }}</ElButton>
  </PageHead>
  <FacingPages
    name="help"
    :left="say('common.index')"
    :right="shown?.title ?? say('help.title')"
    :start="26"
  >
    <template #left>
      <nav class="index" :aria-label="say('help.parts')">
        <ElInput
          v-model="words"
          type="search"
          :placeholder="say('help.lookFor')"
          :aria-label="say('help.lookFor')"
          maxlength="100"
        />
        <EmptyNote v-if="listed.length === 0" :title="say('help.notFound')">{{
          say('help.otherWords')
        }}</EmptyNote>
        <RouterLink
          v-for="{ id, title } in listed"
          :key="id"
          :to="{ hash: `#${id}` }"
          replace
          :class="{ here: id === shown?.id }"
          :aria-current="id === shown?.id ? 'true' : undefined"
          >{{ title }}</RouterLink
        >
      </nav>
    </template>
    <template #right>
      <!-- eslint-disable vue/no-v-html -- our own guide, from docs/ -->
      <article v-if="shown" :key="shown.id" class="guide">
        <h2>{{ shown.title }}</h2>
        <div v-html="shown.html" />
      </article>
      <!-- eslint-enable vue/no-v-html -->
    </template>
  </FacingPages>
</template>

<style scoped>
.index {
  display: grid;
  padding: 14px 16px 24px;
}
.index :deep(.el-input) {
  margin-bottom: 8px;
}
.index a {
  padding: 8px 10px;
  border-bottom: var(--line);
  color: inherit;
  text-decoration: none;
}
.index a:hover,
.index .here {
  background: var(--wash);
}
.index .here {
  box-shadow: inset 3px 0 var(--oak);
  font-weight: 600;
}
.guide h2 {
  margin-bottom: 8px;
}
.guide {
  max-width: 74ch;
  padding: 16px 24px 40px;
}
.guide :deep(img) {
  display: block;
  max-width: 100%;
  height: auto;
  margin: 14px 0;
  border: 1px solid var(--rule-strong);
}
.guide :deep(li) {
  margin-bottom: 6px;
}
.guide :deep(code) {
  font-family: var(--code);
  background: var(--wash);
  padding: 0 4px;
}
</style>
