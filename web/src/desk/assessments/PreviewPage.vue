<script setup lang="ts">
/** A test sat by its teacher as a student would, in any form and with any support; nothing of it is kept. */
import { elementAt } from '@oaken/core/certain';
import type { AnswerOf, api } from '@oaken/contract';
import { scoreAttempt } from '@oaken/core/attempts';
import { formForSitting, formOf, withFewerChoicesEverywhere } from '@oaken/core/forms';
import { keysInWords, responsesInWords, type Responses } from '@oaken/core/items';
import { minute } from '@oaken/core/timing';
import { computed, onMounted, provide, reactive, ref, watch } from 'vue';
import { useRoute } from 'vue-router';
import { useDoing } from '../../client/useDoing';
import { call } from '../../client/call';
import { useSession } from '../../client/session';
import PageHead from '../shared/PageHead.vue';
import RichText from '../../parts/RichText.vue';
import DisplaySheet from '../../sitting/DisplaySheet.vue';
import SittingWork from '../../sitting/SittingWork.vue';
import TimeLeft from '../../sitting/TimeLeft.vue';
import { sendFileKey } from '../../parts/upload';
import { pointsText } from '../shared/words';
import CopyTestDialog from './CopyTestDialog.vue';
import SelectField from '../../parts/SelectField.vue';
import { say } from '../../words/teacher';

const testId = Number(useRoute().params.testId);
const session = useSession();
const test = ref<AnswerOf<typeof api.readEdition> | null>(null);
const { wrong, read } = useDoing();
const copying = ref(false);
/** Whose form it is: form and place in the deal, and how choices and items stand. */
const whose = reactive({ form: null as string | null, seat: 0, shuffle: false });
const accommodation = reactive({
  size: 1,
  fewer: null as number | null,
  aloud: false,
  time: null as number | null,
});
const answers = reactive<Record<string, { responses: Responses; flagged: boolean }>>({});
const index = ref(0);
const asking = ref(false);
const choosingDisplay = ref(false);
const guide = ref(false);
const over = ref<'no' | 'handed-in' | 'time'>('no');
const beganAt = ref(session.now());

onMounted(async () => {
  await read(async () => {
    test.value = await call('readEdition', { params: { testId } });
  });
});
provide(sendFileKey, async () => {
  throw new Error(say('tests.filesNotKeptIn'));
});

const edition = computed(
  () =>
    test.value &&
    (accommodation.fewer === null
      ? test.value.edition
      : withFewerChoicesEverywhere(test.value.edition, accommodation.fewer)),
);
const rules = computed(() => ({ shuffleItems: whose.shuffle, shuffleChoices: whose.shuffle }));
const sitter = computed(() => ({
  seed: `look-${whose.seat}`,
  seat: whose.seat,
  form: whose.form,
}));
const dealtForm = computed(() => edition.value && formOf(edition.value, sitter.value, rules.value));
const form = computed(() => dealtForm.value && formForSitting(dealtForm.value));
const draws = computed(
  () => test.value?.edition.sections.some(({ draw }) => draw != null) ?? false,
);
const forms = computed(() => test.value?.edition.forms ?? []);
const minutes = computed(() => test.value?.minutes ?? null);
const deadline = computed(() =>
  accommodation.time === null || minutes.value === null
    ? null
    : beganAt.value + minutes.value * accommodation.time * minute,
);

function again(): void {
  for (const id of Object.keys(answers)) delete answers[id];
  [index.value, over.value, asking.value, beganAt.value] = [0, 'no', false, session.now()];
}
watch([() => ({ ...whose }), () => accommodation.fewer, () => accommodation.time], again);

const answerTo = (id: string) => (answers[id] ??= { responses: {}, flagged: false });
const answer = (id: string, part: string, response: unknown) =>
  (answerTo(id).responses[part] = response);
const flag = (id: string) => (answerTo(id).flagged = !answerTo(id).flagged);
function end(how: 'handed-in' | 'time'): void {
  [over.value, asking.value] = [how, false];
}

const result = computed(() => {
  if (over.value === 'no' || !edition.value || !dealtForm.value) return null;
  const given = new Map(Object.entries(answers).map(([id, { responses }]) => [id, responses]));
  const scores = scoreAttempt(edition.value, given, {
    ...sitter.value,
    rules: rules.value,
    ranOut: over.value === 'time',
  });
  const entries = dealtForm.value.sections.flatMap((section) => section.entries);
  return {
    points: scores.reduce((sum, { points }) => sum + points, 0),
    maxPoints: scores.reduce((sum, { maxPoints }) => sum + maxPoints, 0),
    needsMarking: scores.filter(({ needsMarking }) => needsMarking).length,
    lines: entries.map(({ id, content }, n) => ({
      ...elementAt(scores, n),
      number: n + 1,
      stem: content.stem,
      mine: responsesInWords(content, given.get(id) ?? {}),
      right: keysInWords(content),
    })),
  };
});
</script>

<template>
  <PageHead
    :title="test?.edition.title || say('common.test')"
    :where="
      test?.may === 'read'
        ? say('tests.previewOwnerSOriginal', { owner: test.owner })
        : 'Looking through as a student; nothing is recorded'
    "
  >
    <ElButton
      v-if="test"
      :type="test.may === 'read' ? 'primary' : 'default'"
      @click="copying = true"
      >{{ say('common.copy') }}</ElButton
    >
    <RouterLink :to="`/tests/${testId}`">{{
      test?.may === 'read' ? say('tests.itemsNotes') : say('tests.backTest')
    }}</RouterLink>
  </PageHead>
  <p v-if="wrong" class="wrong inset" role="alert">{{ wrong }}</p>
  <div v-if="test" class="options" role="group" :aria-label="say('tests.formAccommodations')">
    <label v-if="forms.length"
      >{{ say('common.form') }}
      <SelectField v-model="whose.form"
        ><ElOption :value="null" label="A" /><ElOption
          v-for="entry in forms"
          :key="entry.id"
          :value="entry.id"
          :label="entry.name" /></SelectField
    ></label>
    <label v-if="draws"
      >{{ say('tests.drawStudent') }}
      <ElInputNumber
        :controls="false"
        :model-value="whose.seat + 1"
        @change="whose.seat = Math.max(0, Math.round(Number($event) || 1) - 1)"
        class="few"
        :min="1"
        :max="999"
        :aria-label="say('tests.whichDraw')"
    /></label>
    <ElCheckbox v-model="whose.shuffle"> {{ say('tests.shuffled') }}</ElCheckbox>
    <label
      >{{ say('tests.text') }}
      <SelectField v-model="accommodation.size" :aria-label="say('common.textSize')"
        ><ElOption :value="1" :label="say('tests.asUsual')" /><ElOption
          v-for="size in [1.2, 1.4, 1.7, 2]"
          :key="size"
          :value="size"
          :label="`${Math.round(size * 100)}%`" /></SelectField
    ></label>
    <label
      >{{ say('tests.choicesTitle') }}
      <SelectField v-model="accommodation.fewer" :aria-label="say('tests.choicesTitle')"
        ><ElOption :value="null" :label="say('common.all')" /><ElOption
          v-for="n in [2, 3, 4]"
          :key="n"
          :value="n"
          :label="say('tests.atMostNumber', { number: n })" /></SelectField
    ></label>
    <label v-if="minutes !== null"
      >{{ say('tests.time') }}
      <SelectField v-model="accommodation.time" :aria-label="say('tests.time')"
        ><ElOption :value="null" :label="say('tests.noLimit')" /><ElOption
          :value="1"
          :label="say('tests.minutesMin', { minutes })" /><ElOption
          :value="1.25"
          label="×1.25" /><ElOption :value="1.5" label="×1.5" /><ElOption
          :value="2"
          label="×2" /></SelectField
    ></label>
    <ElCheckbox v-model="accommodation.aloud"> {{ say('tests.readAloud') }}</ElCheckbox>
    <TimeLeft
      v-if="deadline !== null && over === 'no'"
      :key="deadline"
      :deadline-at="deadline"
      :warn-at="[5 * minute, minute]"
      @up="end('time')"
    />
  </div>
  <p v-for="why in test?.hindrances ?? []" :key="why" class="wrong inset">{{ why }}</p>
  <div v-if="result" class="one-sheet result">
    <h2>
      {{ say('tests.pointsPoints', { n: result.maxPoints, points: pointsText(result.points) }) }}
    </h2>
    <p class="faded">
      {{
        say('tests.nothingWasRecorded', {
          value: over === 'time' ? say('tests.timeRanOut') : '',
          value2: result.needsMarking
            ? say('tests.itemsWouldNeedMarking', { n: result.needsMarking })
            : '',
        })
      }}
      <ElButton link class="word" @click="again">{{ say('tests.startAgain') }}</ElButton>
    </p>
    <table class="ruled">
      <thead>
        <tr>
          <th class="figures">{{ say('common.no') }}</th>
          <th>{{ say('common.question') }}</th>
          <th>{{ say('tests.myAnswer') }}</th>
          <th>{{ say('tests.right') }}</th>
          <th class="figures">{{ say('common.points') }}</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="line in result.lines" :key="line.entry">
          <td class="figures">{{ line.number }}</td>
          <td><RichText :html="line.stem" /></td>
          <td>{{ line.mine || '—' }}</td>
          <td>
            <p v-for="sentence in line.right" :key="sentence">{{ sentence }}</p>
          </td>
          <td class="figures">
            {{
              line.needsMarking
                ? say('tests.needsMarking')
                : say('tests.pointsMaxPoints', {
                    points: pointsText(line.points),
                    maxPoints: pointsText(line.maxPoints),
                  })
            }}
          </td>
        </tr>
      </tbody>
    </table>
  </div>
  <div
    v-else-if="form && form.sections.some(({ entries }) => entries.length)"
    class="sitting"
    :style="{ fontSize: `${accommodation.size}rem` }"
  >
    <SittingWork
      v-model:at="index"
      v-model:asking="asking"
      :form="form"
      :answers="answers"
      :busy="false"
      :aloud="accommodation.aloud"
      :guide="guide"
      @answer="answer"
      @flag="flag"
      @display="choosingDisplay = true"
      @hand-in="end('handed-in')"
    />
  </div>
  <p v-else-if="test" class="inset">{{ say('tests.nothingPreviewYetThis') }}</p>
  <DisplaySheet
    v-if="choosingDisplay"
    v-model:size="accommodation.size"
    v-model:guide="guide"
    @close="choosingDisplay = false"
  />
  <CopyTestDialog
    v-if="test"
    v-model="copying"
    :test-id="testId"
    :title="test.edition.title"
    :owner="test.owner"
    :mine="test.mine"
  />
</template>

<style scoped>
.inset {
  padding: 10px 24px;
}
.sitting {
  flex: 1;
  min-height: 0;
  display: flex;
  flex-direction: column;
}
.result .figures {
  white-space: nowrap;
}
.result td p {
  margin: 0;
}
</style>
