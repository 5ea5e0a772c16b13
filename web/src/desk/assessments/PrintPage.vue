<script setup lang="ts">
/** Booklets, answer keys and marking guides of any forms, as the browser prints them. */
import type { AnswerOf, api } from '@oaken/contract';
import { formForSitting, formOf } from '@oaken/core/forms';
import { computed, onMounted, ref } from 'vue';
import { useRoute } from 'vue-router';
import { useDoing } from '../../client/useDoing';
import { call } from '../../client/call';
import EmptyNote from '../../parts/EmptyNote.vue';
import PageHead from '../shared/PageHead.vue';
import PrintDesk from '../print/PrintDesk.vue';
import BookletSheet from './print/BookletSheet.vue';
import GuideSheet from './print/GuideSheet.vue';
import KeySheet from './print/KeySheet.vue';
import { usePrintChoice } from './print/printChoice';
import { pageName, usePageNames } from './print/usePageNames';
import SelectField from '../../parts/SelectField.vue';
import { toggled } from '../../parts/toggled';
import { say } from '../../words/teacher';

const testId = Number(useRoute().params.testId);
const test = ref<AnswerOf<typeof api.readEdition> | null>(null);
const { wrong, read } = useDoing();
const choice = usePrintChoice();
/** Ids of forms to print; null is the first. */
const chosen = ref<(string | null)[]>([null]);
/** Of a test with draws each student has a paper of their own: so many are printed. */
const copies = ref(1);

onMounted(async () => {
  await read(async () => {
    test.value = await call('readEdition', { params: { testId } });
  });
});

const forms = computed(() => [
  { id: null as string | null, name: 'A', note: '' },
  ...(test.value?.edition.forms ?? []).map(({ id, name }) => ({ id, name, note: '' })),
]);
const draws = computed(
  () => test.value?.edition.sections.some(({ draw }) => draw != null) ?? false,
);
const papers = computed(() => {
  const edition = test.value?.edition;
  if (!edition) return [];
  const places = draws.value ? Math.min(60, Math.max(1, Math.round(copies.value) || 1)) : 1;
  return forms.value
    .filter(({ id }) => chosen.value.includes(id))
    .flatMap(({ id, name }) =>
      Array.from({ length: places }, (_, seat) => {
        const form = formOf(
          edition,
          { seed: 'paper', seat, form: id },
          { shuffleItems: false, shuffleChoices: false },
        );
        const label = [
          forms.value.length > 1 ? name : '',
          places > 1 ? say('tests.noNumber', { number: seat + 1 }) : '',
        ]
          .filter(Boolean)
          .join(', ');
        return { key: `${id}/${seat}`, name: label, edition: form, form: formForSitting(form) };
      }),
    );
});
type Sheet = { kind: 'booklet' | 'key' | 'guide'; paper: (typeof papers.value)[number] };
const sheets = computed(() => {
  const kinds = (['booklet', 'key', 'guide'] as const).filter((kind) => choice[kind]);
  return kinds.flatMap((kind) => papers.value.map((paper): Sheet => ({ kind, paper })));
});
const kindWords = { booklet: '', key: say('tests.answerKey'), guide: say('tests.markingGuide') };
usePageNames(() =>
  sheets.value.map(
    ({ kind, paper }) =>
      `${test.value?.edition.title ?? ''}${paper.name ? say('tests.formNameAfter', { name: paper.name }) : ''}${kindWords[kind]}`,
  ),
);
const print = () => window.print();
</script>

<template>
  <div class="screen-only">
    <PageHead
      :title="say('tests.print')"
      :where="say('tests.testsTitle', { title: test?.edition.title ?? '' })"
    >
      <RouterLink :to="`/tests/${testId}`">{{ say('tests.backTest') }}</RouterLink>
      <ElButton type="primary" :disabled="sheets.length === 0" @click="print">{{
        say('tests.printOrSaveAs')
      }}</ElButton>
    </PageHead>
    <p v-if="wrong" class="wrong inset" role="alert">{{ wrong }}</p>
    <div v-if="test" class="options" role="group" :aria-label="say('tests.whatPrint')">
      <ElCheckbox v-model="choice.booklet"> {{ say('tests.booklet') }}</ElCheckbox>
      <ElCheckbox v-model="choice.key"> {{ say('tests.answerKeyInline') }}</ElCheckbox>
      <ElCheckbox v-model="choice.guide"> {{ say('tests.markingGuideInline') }}</ElCheckbox>
      <span v-if="forms.length > 1" class="forms"
        >{{ say('tests.forms') }}
        <ElCheckbox
          v-for="form in forms"
          :key="form.name"
          :model-value="chosen.includes(form.id)"
          @change="chosen = toggled(chosen, form.id)"
        >
          <span class="unseen">{{ say('common.form') }}{{ ' ' }}</span
          >{{ form.name }}</ElCheckbox
        ></span
      >
      <label v-if="draws"
        >{{ say('tests.papersEachWithIts') }}
        <ElInputNumber
          :controls="false"
          v-model="copies"
          class="few"
          :min="1"
          :max="60"
          :aria-label="say('tests.howManyPapers')"
      /></label>
      <label
        ><SelectField v-model="choice.columns" :aria-label="say('common.columns')"
          ><ElOption :value="1" :label="say('tests.oneColumn')" /><ElOption
            :value="2"
            :label="say('tests.twoColumns')" /></SelectField
      ></label>
      <label
        ><SelectField v-model="choice.room" :aria-label="say('tests.spaceWork')"
          ><ElOption :value="0" :label="say('tests.noSpaceWork')" /><ElOption
            :value="2"
            :label="say('tests.aLittleSpace')" /><ElOption
            :value="4"
            :label="say('tests.moreSpace')" /><ElOption
            :value="8"
            :label="say('tests.aLotSpace')" /></SelectField
      ></label>
      <ElCheckbox v-model="choice.large"> {{ say('tests.largePrint') }}</ElCheckbox>
      <ElCheckbox v-model="choice.nameLine"> {{ say('tests.nameLine') }}</ElCheckbox>
      <ElCheckbox v-model="choice.points"> {{ say('tests.points') }}</ElCheckbox>
    </div>
    <p v-for="why in test?.hindrances ?? []" :key="why" class="wrong inset">{{ why }}</p>
  </div>
  <PrintDesk v-if="test" :label="say('tests.thePages')">
    <EmptyNote v-if="sheets.length === 0" :title="say('tests.nothingChosen')">{{
      say('tests.tickBookletKeyOr')
    }}</EmptyNote>
    <div
      v-for="({ kind, paper }, index) in sheets"
      :key="`${kind}/${paper.key}`"
      class="sheet"
      :class="pageName(index)"
      :data-sheet="kind"
    >
      <BookletSheet
        v-if="kind === 'booklet'"
        :form="paper.form"
        :name="paper.name"
        :choice="choice"
        :minutes="test.minutes"
      />
      <KeySheet v-else-if="kind === 'key'" :form="paper.edition" :name="paper.name" />
      <GuideSheet v-else :form="paper.edition" :name="paper.name" />
    </div>
    <p class="faded screen-only small">
      {{ say('tests.documentsEachStartsOn', { n: sheets.length }) }}
    </p>
  </PrintDesk>
</template>

<style scoped>
.inset {
  padding: 8px 24px;
}
.forms {
  display: flex;
  gap: 10px;
}
</style>
