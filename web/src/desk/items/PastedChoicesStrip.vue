<script setup lang="ts">
/** Offers to make choices of lettered lines that were pasted into the question. */
import { elementAt } from '@oaken/core/certain';
import {
  blankPart,
  freshId,
  pastedChoices,
  type ItemContent,
  type PastedChoices,
} from '@oaken/core/items';
import { plainText, shorten } from '@oaken/core/text';
import { computed, ref } from 'vue';
import { say } from '../../words/teacher';

const content = defineModel<ItemContent>({ required: true });
const pasted = ref<PastedChoices | null>(null);

/** Looks at the question as it stands now, paragraph by paragraph. */
function look(): void {
  const { body } = new DOMParser().parseFromString(content.value.stem, 'text/html');
  const lines = Array.from(body.children).flatMap((block) => block.innerHTML.split(/<br\s*\/?>/));
  pasted.value = pastedChoices(lines);
}
defineExpose({ look });

const part = computed(() => elementAt(content.value.parts, 0));
/** Choices that are written already would give way. */
const written = computed(() =>
  'choices' in part.value
    ? part.value.choices.filter(({ text }) => plainText(text) !== '').length
    : 0,
);
const words = computed(
  () => pasted.value?.choices.map((choice) => shorten(plainText(choice), 24)).join(' · ') ?? '',
);

function take(): void {
  if (!pasted.value) return;
  const { stem, choices, right } = pasted.value;
  const ids: string[] = [];
  for (const _ of choices) ids.push(freshId(ids));
  const kept = part.value.kind === 'multiple-choice' ? part.value : null;
  const blank = kept ?? blankPart('single-choice', part.value.id);
  const key = right === null ? [] : [elementAt(ids, right)];
  const list = choices.map((text, place) => ({ id: elementAt(ids, place), text }));
  content.value.stem = stem.map((line) => `<p>${line}</p>`).join('');
  content.value.parts[0] = { ...blank, choices: list, key } as ItemContent['parts'][number];
  pasted.value = null;
}
</script>

<template>
  <div v-if="pasted" class="strip" role="status" :aria-label="say('items.choicesInWhatWas')">
    <p>
      {{
        say('items.whatYouPastedHas', {
          n: pasted.choices.length,
          words,
          value: written > 0 ? say('items.theyWouldTakePlace', { n: written }) : '',
        })
      }}
    </p>
    <ElButton size="small" type="primary" @click="take">{{
      say('items.useThemAsChoices')
    }}</ElButton>
    <ElButton size="small" @click="pasted = null">{{ say('items.keepThemInQuestion') }}</ElButton>
  </div>
</template>

<style scoped>
.strip {
  padding: 8px 12px;
  margin: 6px 0 10px;
  background: var(--wash);
  border-inline-start: 4px solid var(--oak);
}
.strip p {
  margin: 0 0 8px;
}
</style>
