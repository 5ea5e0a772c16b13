<script setup lang="ts">
/** A form beside the first: what stands in it, and how it differs. */
import type { Pinned } from '@oaken/contract/assessments';
import {
  countItems,
  type Change,
  type Entry,
  type Form,
  type Outline,
  type PointsOf,
} from '@oaken/core/assessments';
import { computed } from 'vue';
import PassagePicker from '../items/PassagePicker.vue';
import { pointsText } from '../shared/words';
import FormEntry from './FormEntry.vue';
import { besideFirst, formSections, givenBy, type FormLine } from './formLines';
import { usePassageTitles } from './usePassageTitles';
import { useTyped } from './useTyped';
import SelectField from '../../parts/SelectField.vue';
import { say } from '../../words/teacher';

const props = defineProps<{
  outline: Outline;
  form: Form;
  revisions: ReadonlyMap<number, Pinned>;
  points: PointsOf;
  mayChange: boolean;
  /** Parallel items are being looked for. */
  busy: boolean;
}>();
const emit = defineEmits<{
  change: [text: string, ...changes: Change[]];
  similar: [entry: Entry];
  edit: [entry: Entry];
  parallel: [];
  removed: [];
}>();

const name = useTyped(() => props.form.name);
const note = useTyped(() => props.form.note);
type Facts = Extract<Change, { do: 'describe-form' }>['facts'];
const describe = (facts: Facts) =>
  emit('change', say('tests.aChangeForm'), { do: 'describe-form', form: props.form.id, facts });

const sections = computed(() => formSections(props.outline, props.form, props.revisions));
const given = computed(() => givenBy(sections.value, props.points));
const beside = computed(() => besideFirst(sections.value, props.revisions));

const leaveOut = ({ entry, out }: FormLine) =>
  emit('change', out ? say('tests.includingItem') : say('tests.excludingItem'), {
    do: 'leave-out',
    form: props.form.id,
    entry: entry.id,
    out: !out,
  });
const asInFirst = ({ entry }: FormLine) =>
  emit('change', say('tests.anItemAsIn'), {
    do: 'swap',
    form: props.form.id,
    of: entry.id,
    swap: null,
  });
function remove(): void {
  emit('change', say('tests.removingForm', { name: props.form.name }), {
    do: 'remove-form',
    form: props.form.id,
  });
  emit('removed');
}

const passages = computed(() => [
  ...new Set(
    props.outline.sections.flatMap(({ entries }) =>
      entries.flatMap(
        ({ revisionId }) => props.revisions.get(revisionId)?.content.passage?.id ?? [],
      ),
    ),
  ),
]);
const titles = usePassageTitles(() => passages.value);
const insteadOf = (of: number) => props.form.passages.find((passage) => passage.of === of);
function putPassage(of: number, passage: { id: number; revision: number } | undefined): void {
  const rest = props.form.passages.filter((other) => other.of !== of);
  describe({ passages: passage && passage.id !== of ? [...rest, { of, ...passage }] : rest });
}
</script>

<template>
  <div class="formpaper">
    <div class="line">
      <label
        >{{ say('common.form') }}
        <ElInput
          v-model="name"
          class="name"
          maxlength="40"
          :aria-label="say('tests.nameForm')"
          :readonly="!mayChange"
          @change="name.trim() && describe({ name: name.trim() })"
      /></label>
      <ElInput
        v-model="note"
        class="note"
        maxlength="400"
        :placeholder="say('tests.forWhomOnlyYou')"
        :aria-label="say('tests.forWhomForm')"
        :readonly="!mayChange"
        @change="describe({ note })"
      />
      <ElButton link v-if="mayChange" class="word" @click="remove">{{
        say('tests.removeForm')
      }}</ElButton>
    </div>
    <div class="line">
      <ElCheckbox
        :model-value="form.shuffle"
        :disabled="!mayChange"
        @change="describe({ shuffle: $event as boolean })"
      >
        {{ say('tests.inOrderItsOwn') }} <i>{{ say('tests.preview') }}</i> {{ say('tests.and') }}
        <i>{{ say('tests.print') }}</i> {{ say('tests.show') }}</ElCheckbox
      >
      <label
        >{{ say('tests.atMost') }}
        <SelectField
          :aria-label="say('tests.maximumChoices')"
          :model-value="form.mostChoices ?? ''"
          :disabled="!mayChange"
          @update:model-value="describe({ mostChoices: Number($event) || null })"
          ><ElOption value="" :label="say('common.all')" /><ElOption
            v-for="n in [2, 3, 4, 5]"
            :key="n"
            :value="n"
            :label="n"
        /></SelectField>
        {{ say('tests.choices') }}</label
      >
      <ElCheckbox
        v-if="passages.length"
        :model-value="form.easier"
        :disabled="!mayChange"
        @change="describe({ easier: $event as boolean })"
      >
        {{ say('tests.passagesInTheirEasier') }}</ElCheckbox
      >
      <ElButton v-if="mayChange" :loading="busy" @click="emit('parallel')">{{
        say('tests.parallelItemsAll')
      }}</ElButton>
    </div>
    <div v-for="of in passages" :key="of" class="line">
      <span>{{ say('tests.inPlacePassageGet', { get: titles.get(of) ?? '…' }) }}</span>
      <PassagePicker
        v-if="mayChange"
        :model-value="insteadOf(of)"
        @update:model-value="putPassage(of, $event)"
      />
    </div>
    <p class="sum">
      {{
        say('tests.itemsCountItemsItems', {
          items: given.items,
          countItems: countItems(outline),
          points: pointsText(given.points),
          beside,
        })
      }}
    </p>
    <section v-for="{ section, lines } in sections" :key="section.id">
      <h3 v-if="section.title">{{ section.title }}</h3>
      <p v-if="section.draw?.search" class="faded">
        {{ say('tests.itsItemsDrawnEach') }}
      </p>
      <ol>
        <FormEntry
          v-for="line in lines"
          :key="line.entry.id"
          :line="line"
          :points="points.entries.get(line.entry.id) ?? 0"
          :may-change="mayChange"
          @similar="emit('similar', line.entry)"
          @edit="emit('edit', line.entry)"
          @as-in-first="asInFirst(line)"
          @leave-out="leaveOut(line)"
        />
      </ol>
    </section>
  </div>
</template>

<style scoped>
.formpaper {
  padding: 14px 22px 30px;
}
.line {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 6px 14px;
  margin-bottom: 8px;
}
.line .name {
  width: 96px;
}
.line .note {
  flex: 1;
  min-width: 180px;
}
.sum {
  border-top: 2px solid var(--rule-strong);
  padding-top: 6px;
  font-weight: 600;
}
ol {
  list-style: none;
  margin: 0;
  padding: 0;
}
</style>
