<script setup lang="ts">
/** The student's view of an item, live and answerable, with the points that the answer would get. */
import {
  forSitting,
  kinds,
  scoreItem,
  keysInWords,
  remarkOn,
  variantOf,
  type ItemContent,
  type Responses,
} from '@oaken/core/items';
import { randomFrom } from '@oaken/core/random';
import { variantInWords } from '@oaken/core/templates';
import { computed, reactive, ref, watch } from 'vue';
import ItemView from '../../kinds/ItemView.vue';
import NextTurn from '../../parts/NextTurn.vue';
import PassageView from '../../parts/PassageView.vue';
import { plain } from '../shared/keptText';
import { pointsText } from '../shared/words';
import { useShownPassage } from './passages';
import type { Problem } from '../../parts/problems';
import { say } from '../../words/teacher';

const props = defineProps<{
  content: ItemContent;
  name: string;
  /** Score and key show only once they are asked for: others may be looking at the screen. */
  quiet?: boolean;
  /** What is still wrong with an item that is being written; it is shown as far as it goes, and not scored. */
  problems?: readonly Problem[];
}>();
const asked = ref(false);
const passage = useShownPassage(() => props.content.passage);
const responses = reactive<Responses>({});
/** What makes itself is shown as one variant after the other. */
const turn = ref(0);
const shown = computed(() => {
  const content = plain(props.content);
  const drawn = variantOf(content, randomFrom(`preview ${turn.value}`));
  const variant = content.template && drawn ? variantInWords(content.template, drawn.values) : '';
  return { content: drawn?.content ?? content, variant };
});
const sitting = computed(() => forSitting(shown.value.content));
const missing = computed(() => [...new Set(props.problems?.map(({ message }) => message))]);
const scored = computed(() => scoreItem(shown.value.content, responses));
const remark = computed(() => remarkOn(shown.value.content, responses));
const counts = computed(() =>
  props.content.parts.some(({ kind }) => kinds[kind].markedBy === 'machine'),
);

// A part that became another kind cannot keep its answer.
watch(
  () => props.content.parts.map(({ id, kind }) => `${id} ${kind}`).join(),
  () => Object.keys(responses).forEach((id) => delete responses[id]),
);
function anotherVariant(): void {
  turn.value++;
  again();
}
function again(): void {
  asked.value = false;
  for (const part of Object.keys(responses)) delete responses[part];
}
</script>

<template>
  <NextTurn>
    <div
      v-if="passage"
      class="beside"
      tabindex="0"
      :aria-label="say('items.passageTitle', { title: passage.title })"
    >
      <PassageView :passage="passage" />
    </div>
    <p v-if="shown.variant" class="variant faded">
      {{ say('items.variantShown', { variant: shown.variant }) }}
      <ElButton link class="word" @click="anotherVariant">{{
        say('items.anotherVariant')
      }}</ElButton>
    </p>
    <ItemView
      :item="sitting"
      :responses="responses"
      :name="name"
      @answer="(part, response) => (responses[part] = response)"
    />
    <div v-if="missing.length" class="score">
      <h2>{{ say('items.stillMissing') }}</h2>
      <ul>
        <li v-for="message in missing" :key="message">{{ message }}</li>
      </ul>
    </div>
    <p v-else-if="quiet && !asked" class="score">
      <ElButton @click="asked = true">{{ say('items.scoreMyAnswer') }}</ElButton>
    </p>
    <template v-else>
      <p class="score" role="status">
        <template v-if="counts || scored.maxPoints > 0"
          ><b>{{
            say('items.pointsPoints', { n: scored.maxPoints, points: pointsText(scored.points) })
          }}</b>
          {{
            say('items.forThisAnswer', {
              value: scored.needsMarking ? say('items.andPartYouWould') : '',
            })
          }}</template
        ><template v-else>{{ say('items.thisGivesNoPoints') }}</template
        >{{ ' ' }}
        <ElButton link v-if="quiet || Object.keys(responses).length" class="word" @click="again">
          {{ say('items.startAgain') }}
        </ElButton>
      </p>
      <p v-if="remark">{{ remark }}</p>
      <p v-for="(sentence, index) in keysInWords(shown.content)" :key="index" class="faded">
        <b v-if="content.parts.length > 1">{{ 'ABCDEFGHIJKLMNOPQRSTUVWXYZ'[index] }} </b>{{
          sentence
        }}
      </p>
    </template>
  </NextTurn>
</template>

<style scoped>
.beside {
  max-height: 300px;
  overflow: auto;
  padding: 4px 14px 10px;
  margin-bottom: 16px;
  border: var(--line);
  background: var(--paper);
}
.variant {
  margin: 0 0 8px;
}
.score {
  border-top: 3px double var(--rule-strong);
  padding-top: 10px;
  margin-top: 20px;
}
</style>
