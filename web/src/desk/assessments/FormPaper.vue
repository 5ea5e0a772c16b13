<script setup lang="ts">
/** A form beside the first: what stands in it, and how it differs. */
import type { Pinned } from '@oaken/contract/assessments';
import { kinds } from '@oaken/core/items';
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
import { pointsText, stemLine } from '../shared/words';
import { usePassageTitles } from './usePassageTitles';
import { useTyped } from './useTyped';

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
  emit('change', 'a change of a form', { do: 'describe-form', form: props.form.id, facts });

interface Line {
  entry: Entry;
  number: number | null;
  pinned: Pinned | undefined;
  swapped: boolean;
  out: boolean;
}
const sections = computed(() => {
  let number = 0;
  return props.outline.sections.map((section) => ({
    section,
    lines: section.entries.map((entry): Line => {
      const swap = props.form.swaps.find(({ of }) => of === entry.id);
      const out = props.form.without.includes(entry.id);
      return {
        entry,
        number: out ? null : ++number,
        pinned: props.revisions.get(swap?.revisionId ?? entry.revisionId),
        swapped: swap !== undefined,
        out,
      };
    }),
  }));
});
const lines = computed(() => sections.value.flatMap((section) => section.lines));
const kept = computed(() => lines.value.filter(({ out }) => !out));
/** What one student gets of this form: of a draw so many as it gives, of the rest what is not left out. */
const given = computed(() => {
  const parts = sections.value.map(({ section, lines: entries }) => {
    const here = entries.filter(({ out }) => !out);
    const { draw } = section;
    const each = section.draw ? (props.points.drawn.get(section.id) ?? 0) : 0;
    if (!draw)
      return {
        items: here.length,
        points: here.reduce((sum, { entry }) => sum + (props.points.entries.get(entry.id) ?? 0), 0),
      };
    const items = draw.search ? draw.count : Math.min(draw.count, here.length);
    return { items, points: items * each };
  });
  return {
    items: parts.reduce((sum, { items }) => sum + items, 0),
    points: parts.reduce((sum, { points }) => sum + points, 0),
  };
});
const meanOf = (list: (Pinned | undefined)[]) => {
  const known = list.flatMap((item) => item?.facility?.value ?? []);
  return known.length ? known.reduce((sum, value) => sum + value, 0) / known.length : null;
};
/** How hard it is beside the first form, over the items whose difficulty is known. */
const beside = computed(() => {
  const [here, first] = [
    meanOf(kept.value.map(({ pinned }) => pinned)),
    meanOf(lines.value.map(({ entry }) => props.revisions.get(entry.revisionId))),
  ];
  if (here === null || first === null) return 'How hard it is beside form A is not known yet.';
  const off = here - first;
  return Math.abs(off) < 0.005
    ? `As hard as form A: mean facility ${here.toFixed(3)} here, ${first.toFixed(3)} there.`
    : `${off > 0 ? 'Easier' : 'Harder'} than form A by ${Math.abs(off).toFixed(3)}: mean facility ${here.toFixed(3)} here, ${first.toFixed(3)} there.`;
});

const leaveOut = ({ entry, out }: Line) =>
  emit('change', out ? 'taking an item in' : 'leaving an item out', {
    do: 'leave-out',
    form: props.form.id,
    entry: entry.id,
    out: !out,
  });
const asInFirst = ({ entry }: Line) =>
  emit('change', 'an item as in form A', {
    do: 'swap',
    form: props.form.id,
    of: entry.id,
    swap: null,
  });
function remove(): void {
  emit('change', `removing form ${props.form.name}`, { do: 'remove-form', form: props.form.id });
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
        >Form
        <input
          v-model="name"
          class="plain-input name"
          maxlength="40"
          aria-label="Name of the form"
          :readonly="!mayChange"
          @change="name.trim() && describe({ name: name.trim() })"
      /></label>
      <input
        v-model="note"
        class="plain-input note"
        maxlength="400"
        placeholder="For whom; only you read this"
        aria-label="For whom the form is"
        :readonly="!mayChange"
        @change="describe({ note })"
      />
      <button v-if="mayChange" class="word" @click="remove">Remove form</button>
    </div>
    <div class="line">
      <label
        ><input
          type="checkbox"
          :checked="form.shuffle"
          :disabled="!mayChange"
          @change="describe({ shuffle: ($event.target as HTMLInputElement).checked })"
        />
        in an order of its own, as <i>Look through</i> and <i>Print</i> show it</label
      >
      <label
        >at most
        <select
          class="plain-input"
          aria-label="Most choices"
          :value="form.mostChoices ?? ''"
          :disabled="!mayChange"
          @change="
            describe({ mostChoices: Number(($event.target as HTMLSelectElement).value) || null })
          "
        >
          <option value="">all</option>
          <option v-for="n in [2, 3, 4, 5]" :key="n" :value="n">{{ n }}</option>
        </select>
        choices</label
      >
      <label v-if="passages.length"
        ><input
          type="checkbox"
          :checked="form.easier"
          :disabled="!mayChange"
          @change="describe({ easier: ($event.target as HTMLInputElement).checked })"
        />
        passages in their easier version, where they have one</label
      >
      <el-button v-if="mayChange" :loading="busy" @click="emit('parallel')"
        >Parallel items for all</el-button
      >
    </div>
    <div v-for="of in passages" :key="of" class="line">
      <span>In place of the passage “{{ titles.get(of) ?? '…' }}”</span>
      <PassagePicker
        v-if="mayChange"
        :model-value="insteadOf(of)"
        @update:model-value="putPassage(of, $event)"
      />
    </div>
    <p class="sum">
      {{ given.items }} of {{ countItems(outline) }} items, {{ pointsText(given.points) }} points.
      {{ beside }}
    </p>
    <section v-for="{ section, lines: option } in sections" :key="section.id">
      <h3 v-if="section.title">{{ section.title }}</h3>
      <p v-if="section.draw?.search" class="faded">
        Its items are drawn for each student; a form changes nothing here.
      </p>
      <ol>
        <li
          v-for="line in option"
          :key="line.entry.id"
          :class="{ out: line.out, swapped: line.swapped }"
        >
          <span class="number">{{ line.number ?? '–' }}</span>
          <div>
            <p>{{ line.pinned ? stemLine(line.pinned.content.stem, 140) : '…' }}</p>
            <p class="faded small facts">
              <span>{{ line.pinned?.standards.map(({ code }) => code).join(', ') }}</span>
              <span v-if="line.pinned">{{ kinds[line.pinned.kind].title }}</span>
              <span v-if="line.pinned?.depth">depth {{ line.pinned.depth }}</span>
              <span v-if="line.pinned?.facility">{{ line.pinned.facility.value.toFixed(2) }}</span>
              <b v-if="line.out">left out</b>
              <b v-else-if="line.swapped">another item than in form A</b>
              <span v-if="mayChange" class="acts">
                <template v-if="!line.out">
                  <button
                    class="word"
                    :aria-label="`Another: for item ${line.number}`"
                    @click="emit('similar', line.entry)"
                  >
                    Another
                  </button>
                  <button
                    class="word"
                    :aria-label="`Edit here: item ${line.number}`"
                    @click="emit('edit', line.entry)"
                  >
                    Edit here
                  </button>
                  <button
                    v-if="line.swapped"
                    class="word"
                    :aria-label="`As in A: item ${line.number}`"
                    @click="asInFirst(line)"
                  >
                    As in A
                  </button>
                </template>
                <button class="word" @click="leaveOut(line)">
                  {{ line.out ? 'Take in' : 'Leave out' }}
                </button>
              </span>
            </p>
          </div>
          <span class="worth">{{
            line.out ? '' : `${pointsText(points.entries.get(line.entry.id) ?? 0)} pt`
          }}</span>
        </li>
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
.line .plain-input {
  width: auto;
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
li {
  display: grid;
  grid-template-columns: 28px minmax(0, 1fr) auto;
  gap: 8px;
  padding: 8px 4px;
  border-bottom: var(--line);
  overflow-wrap: anywhere;
}
li p {
  margin: 0;
}
li:hover {
  background: var(--wash);
}
.swapped {
  box-shadow: inset 4px 0 var(--secure);
}
.out p:first-child {
  text-decoration: line-through;
  color: var(--faded);
}
.number {
  font-family: var(--serif);
  font-weight: 600;
  text-align: right;
}
.facts {
  display: flex;
  flex-wrap: wrap;
  gap: 0 12px;
}
.acts {
  margin-left: auto;
}
</style>
