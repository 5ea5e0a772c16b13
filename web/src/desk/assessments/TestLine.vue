<script setup lang="ts">
/** A test on the shelf as a ruled row. */
import type { TestRow } from '@oaken/contract/assessments';
import { computed } from 'vue';
import { mediumWords } from '../banks/filterWords';
import { pointsText, useWords } from '../shared/words';
import { say } from '../../words/teacher';

const props = defineProps<{ test: TestRow }>();
const emit = defineEmits<{ copy: []; bin: []; place: []; curriculum: [] }>();
const words = useWords();
const whose = computed(() => {
  const { mine, owner, reach, may } = props.test;
  if (mine)
    return reach === 'mine'
      ? 'mine'
      : say('tests.mineSharedWith', {
          value: reach === 'school' ? say('tests.mySchool') : say('tests.everybody'),
        });
  return may === 'edit' ? say('tests.builtWithOwner', { owner }) : say('tests.byOwner', { owner });
});
const standards = computed(() => {
  const codes = props.test.standards;
  return codes.length > 5
    ? say('tests.sliceCodesMore', { slice: codes.slice(0, 4).join(', '), codes: codes.length - 4 })
    : codes.join(', ');
});
</script>

<template>
  <div
    class="row"
    draggable="true"
    @dragstart="$event.dataTransfer?.setData('application/x-oaken-test', String(test.id))"
  >
    <div class="body">
      <p class="title">
        <RouterLink :to="`/tests/${test.id}`">{{ test.title }}</RouterLink>
        <span v-if="!test.ready" class="draft">{{ say('tests.draftInline') }}</span>
      </p>
      <p class="facts">
        <span>{{ test.kind }}</span>
        <span v-if="test.subject">{{ test.subject }}</span>
        <span v-if="test.grades.length">{{
          say('tests.gradeGrades', { grades: test.grades.join(', ') })
        }}</span>
        <span>{{
          say('tests.itemsPointsPt', { n: test.items, points: pointsText(test.points) })
        }}</span>
        <span>{{
          test.machine ? say('tests.markedByMachine') : say('tests.someMarkedByHand')
        }}</span>
        <span v-if="test.media.length">{{
          say('tests.withMap', { map: test.media.map((own) => mediumWords[own]).join(', ') })
        }}</span>
        <span>{{ whose }}</span>
        <span v-if="test.given"
          >{{ say('tests.assignedTimes', { n: test.given })
          }}<template v-if="test.classes.length">: {{ test.classes.join(', ') }}</template></span
        >
      </p>
      <p v-if="standards" class="facts">{{ standards }}</p>
    </div>
    <span class="when faded small">{{ words.time(test.changedAt) }}</span>
    <span class="acts">
      <RouterLink
        :to="`/tests/${test.id}/look`"
        :aria-label="say('tests.previewTitle', { title: test.title })"
        >{{ say('tests.preview') }}</RouterLink
      >
      <ElButton
        link
        class="word"
        :aria-label="say('tests.copyTitle', { title: test.title })"
        @click="emit('copy')"
      >
        {{ say('common.copy') }}
      </ElButton>
      <RouterLink
        v-if="test.may === 'edit'"
        :to="`/tests/${test.id}/assign`"
        :aria-label="say('tests.assignTitle', { title: test.title })"
        >{{ say('common.assign') }}</RouterLink
      >
      <ElButton
        link
        class="word"
        :aria-label="say('tests.moveTitleFolder', { title: test.title })"
        @click="emit('place')"
      >
        {{ say('tests.folder') }}
      </ElButton>
      <ElButton
        link
        class="word"
        :aria-label="say('tests.placeTitleInCurriculum', { title: test.title })"
        @click="emit('curriculum')"
      >
        {{ say('curriculum.title') }}
      </ElButton>
      <ElButton
        link
        v-if="test.mine"
        class="word"
        :aria-label="say('tests.deleteTitle', { title: test.title })"
        @click="emit('bin')"
      >
        {{ say('tests.delete') }}
      </ElButton>
    </span>
  </div>
</template>

<style scoped>
.row {
  display: grid;
  grid-template-columns: minmax(0, 1fr) auto;
  gap: 2px 14px;
  padding: 9px 6px;
  border-bottom: var(--line);
  overflow-wrap: anywhere;
}
.row:hover {
  background: var(--wash);
}
.body {
  grid-row: span 2;
}
.title {
  margin: 0;
  font-family: var(--serif);
  font-weight: 600;
}
.title a {
  color: var(--ink);
  text-decoration-color: var(--rule-strong);
  text-underline-offset: 3px;
}
.draft {
  margin-inline-start: 8px;
  font: 600 0.82rem var(--text);
  color: var(--partial-ink);
}
.facts {
  margin: 1px 0 0;
  display: flex;
  flex-wrap: wrap;
  gap: 0 14px;
  font-size: 0.86rem;
  color: var(--faded);
}
.when {
  text-align: end;
}
.acts {
  display: flex;
  gap: 10px;
  align-items: baseline;
  justify-content: flex-end;
  font-size: 0.9rem;
}
</style>
