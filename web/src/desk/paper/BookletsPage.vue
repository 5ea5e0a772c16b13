<script setup lang="ts">
/** The questions as they belong to the answer sheets: one booklet for all who have the same. */
import type { AnswerOf, api } from '@oaken/contract';
import { formForSitting, formOf, type Edition, type SittingForm } from '@oaken/core/forms';
import { numbered, paperQuestions, type PaperQuestion } from '@oaken/core/on-paper';
import { computed, onMounted, ref } from 'vue';
import { useRoute } from 'vue-router';
import { call } from '../../client/call';
import { useDoing } from '../../client/useDoing';
import EmptyNote from '../../parts/EmptyNote.vue';
import BookletSheet from '../assessments/print/BookletSheet.vue';
import KeySheet from '../assessments/print/KeySheet.vue';
import { usePrintChoice } from '../assessments/print/printChoice';
import { pageName, usePageNames } from '../assessments/print/usePageNames';
import PrintDesk from '../print/PrintDesk.vue';
import PageHead from '../shared/PageHead.vue';
import HowOnSheet from './HowOnSheet.vue';
import { say } from '../../words/teacher';

type Booklets = AnswerOf<typeof api.readBooklets>;
const assignmentId = Number(useRoute().params.assignmentId);
const booklets = ref<Booklets | null>(null);
const { wrong, read } = useDoing();
const choice = usePrintChoice();
onMounted(() =>
  read(async () => {
    booklets.value = await call('readBooklets', { params: { assignmentId } });
  }),
);

/** Sheets with the same questions in the same order. */
interface Group {
  key: string;
  /** With its keys, for the teacher. */
  dealt: Edition;
  form: SittingForm;
  questions: PaperQuestion[];
  sheets: Booklets['sheets'];
}

const groups = computed(() => {
  if (!booklets.value) return [];
  const { edition, sheets } = booklets.value;
  const byForm = new Map<string, Group>();
  for (const sheet of sheets) {
    const dealt = formOf(edition, sheet, sheet);
    const form = formForSitting(dealt);
    const key = JSON.stringify(form);
    const held = byForm.get(key);
    if (held) held.sheets.push(sheet);
    else
      byForm.set(key, {
        key,
        dealt,
        form,
        questions: paperQuestions(numbered(dealt)),
        sheets: [sheet],
      });
  }
  return [...byForm.values()];
});
/** What stands beside the title: the form where all of a form have the same, otherwise whose it is. */
function nameOf(sheets: Booklets['sheets']): string {
  const [only] = sheets;
  if (!only) return '';
  if (sheets.length > 1) return only.formName;
  return [only.formName, only.name, say('paper.bookletSheet', { sheet: only.sheet })]
    .filter(Boolean)
    .join(', ');
}
usePageNames(() =>
  groups.value.map(({ sheets }) =>
    [booklets.value?.title, nameOf(sheets)].filter(Boolean).join(', '),
  ),
);
/** Whether the keys are printed behind the booklets. */
const withKeys = ref(false);
const print = () => window.print();
</script>

<template>
  <div class="screen-only">
    <PageHead
      :title="say('paper.booklets')"
      :where="`${say('paper.title')} · ${booklets?.title ?? ''}`"
    >
      <RouterLink :to="`/assignments/${assignmentId}/paper`">{{
        say('paper.backToPaper')
      }}</RouterLink>
      <ElCheckbox v-model="withKeys" :label="say('paper.withKeys')" />
      <ElButton type="primary" :disabled="groups.length === 0" @click="print">{{
        say('paper.printBooklets')
      }}</ElButton>
    </PageHead>
    <p v-if="wrong" class="wrong inset" role="alert">{{ wrong }}</p>
    <p v-if="groups.length > 0 && booklets && groups.length < booklets.sheets.length" class="inset">
      {{ say('paper.bookletsHint') }}
    </p>
  </div>
  <PrintDesk v-if="booklets" :label="say('paper.booklets')">
    <EmptyNote v-if="groups.length === 0" :title="say('paper.noBooklets')">{{
      say('paper.noBookletsHint')
    }}</EmptyNote>
    <template v-for="(group, index) in groups" :key="group.key">
      <p v-if="group.sheets.length > 1" class="faded screen-only">
        {{ say('paper.bookletFor', { n: group.sheets.length }) }}
      </p>
      <div class="sheet" :class="pageName(index)">
        <BookletSheet
          :form="group.form"
          :name="nameOf(group.sheets)"
          :choice="choice"
          :minutes="booklets.minutes"
        >
          <template #part="{ entry, part }">
            <HowOnSheet
              v-for="asked in group.questions.filter(
                (question) => question.entry === entry && question.part.id === part,
              )"
              :key="asked.question.id"
              :part="asked.part"
              :label="asked.question.id"
            />
          </template>
        </BookletSheet>
      </div>
    </template>
    <template v-if="withKeys">
      <div v-for="group in groups" :key="`key ${group.key}`" class="sheet">
        <KeySheet :form="group.dealt" :name="nameOf(group.sheets)" />
      </div>
    </template>
  </PrintDesk>
</template>

<style scoped>
.inset {
  padding: 8px 24px;
}
</style>
