<script setup lang="ts">
/** Ten variants side by side, and what was found wrong when all were looked at. */
import { kindOf, rightInWords, variantOf, type ItemContent, type Part } from '@oaken/core/items';
import { randomFrom } from '@oaken/core/random';
import { variantInWords, type Template } from '@oaken/core/templates';
import { isAcceptable, type AcceptableFault, type FaultKind } from '@oaken/core/variants';
import { computed, ref } from 'vue';
import RichText from '../../../parts/RichText.vue';
import { say } from '../../../words/teacher';
import { useVariantCheck } from './useVariantCheck';

const props = defineProps<{
  /** Whole: what is still being written is looked at once it can be asked. */
  content: ItemContent;
  grades: readonly number[];
  mayChange: boolean;
}>();
const emit = defineEmits<{ accept: [accepted: AcceptableFault[]] }>();

const turn = ref(0);
const grade = computed(() => (props.grades.length > 0 ? Math.max(...props.grades) : null));
const { report, looking } = useVariantCheck(() => ({ content: props.content, grade: grade.value }));

/** Wrong answers with what they stand for, of the first part that has any. */
function wrongIn(parts: readonly Part[]): { text: string; why: string }[] {
  for (const part of parts) {
    const kind = kindOf(part);
    const wrong = [
      ...(kind.options?.(part) ?? [])
        .filter(({ right }) => !right)
        .map(({ label, misconception = '' }) => ({ text: label, why: misconception })),
      ...(kind.mistakes?.(part) ?? []).map(({ response, misconception }) => ({
        text: kind.inWords(part, response),
        why: misconception,
      })),
    ];
    if (wrong.length > 0) return wrong;
  }
  return [];
}
const template = computed(() => props.content.template as Template);
const variants = computed(() =>
  Array.from({ length: 10 }, (_, index) => `${turn.value}/${index}`).flatMap((seed) => {
    const drawn = variantOf(props.content, randomFrom(seed));
    if (!drawn) return [];
    const { stem, parts } = drawn.content;
    return [
      {
        seed,
        values: variantInWords(template.value, drawn.values),
        stem,
        right: rightInWords({ parts }).join(' · '),
        wrong: wrongIn(parts),
      },
    ];
  }),
);

const accepted = computed(() => template.value.accepted ?? []);
const faults = computed(() =>
  (report.value?.faults ?? []).map((fault) => ({
    ...fault,
    isAccepted: isAcceptable(fault.kind) && accepted.value.includes(fault.kind),
  })),
);
const open = computed(() => faults.value.filter(({ isAccepted }) => !isAccepted));
function accept(kind: FaultKind, on: boolean): void {
  if (!isAcceptable(kind)) return;
  const others = accepted.value.filter((known) => known !== kind);
  emit('accept', on ? [...others, kind] : others);
}
const verdict = computed(() => {
  if (looking.value || !report.value) return say('items.lookingAtVariants');
  const { all, draws, variants: n } = report.value;
  const seen = all
    ? say('items.allVariantsSeen', { n })
    : say('items.someVariantsSeen', { n, draws: draws.toLocaleString('en') });
  if (open.value.length > 0) return `${seen} ${say('items.faultsFound', { n: open.value.length })}`;
  return `${seen} ${say('items.noFaultsFound')}`;
});
const next = () => turn.value++;
</script>

<template>
  <section class="variants" :aria-label="say('items.variants')">
    <h2>{{ say('items.variants') }}</h2>
    <p role="status" :class="{ wrong: !looking && open.length > 0 }">{{ verdict }}</p>
    <ul v-if="faults.length" class="faults">
      <li
        v-for="fault in faults"
        :key="fault.kind + fault.pointer"
        :class="{ faded: fault.isAccepted }"
      >
        <span
          >{{ fault.words }}
          <span v-if="fault.variant" class="faded">{{
            say('items.faultIn', { variant: fault.variant, n: fault.count })
          }}</span></span
        >
        <ElButton
          v-if="mayChange && isAcceptable(fault.kind)"
          link
          class="word"
          @click="accept(fault.kind, !fault.isAccepted)"
          >{{ fault.isAccepted ? say('items.dontAccept') : say('items.acceptFault') }}</ElButton
        >
      </li>
    </ul>
    <table>
      <thead>
        <tr>
          <th>{{ say('common.question') }}</th>
          <th>{{ say('items.rightAnswer') }}</th>
          <th>{{ say('items.wrongAnswers') }}</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="variant in variants" :key="variant.seed">
          <td>
            <RichText :html="variant.stem" />
            <span class="faded small">{{ variant.values }}</span>
          </td>
          <td>{{ variant.right }}</td>
          <td>
            <ul>
              <li v-for="(answer, index) in variant.wrong" :key="index" :title="answer.why">
                {{ answer.text }}
              </li>
            </ul>
          </td>
        </tr>
      </tbody>
    </table>
    <ElButton @click="next">{{ say('items.tenOthers') }}</ElButton>
  </section>
</template>

<style scoped>
.variants {
  margin-top: 24px;
  padding-top: 14px;
  border-top: 3px double var(--rule-strong);
}
.faults {
  margin: 0 0 12px;
  padding: 0;
  list-style: none;
}
.faults li {
  display: flex;
  gap: 10px;
  align-items: baseline;
  justify-content: space-between;
  padding: 5px 10px;
  border-inline-start: 4px solid var(--partial);
  background: var(--wash);
  margin-bottom: 4px;
}
table {
  width: 100%;
  margin-bottom: 10px;
  border-collapse: collapse;
}
th,
td {
  padding-block: 5px;
  padding-inline-end: 8px;
  text-align: start;
  vertical-align: top;
  border-bottom: var(--line);
}
td :deep(p) {
  margin: 0;
}
td ul {
  margin: 0;
  padding: 0;
  list-style: none;
}
</style>
