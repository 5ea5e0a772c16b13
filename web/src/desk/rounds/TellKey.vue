<script setup lang="ts">
/** Says what is right in a question that was asked aloud. */
import type { RoundDesk } from '@oaken/contract/rounds';
import { computed, ref, watch } from 'vue';
import { say } from '../../words/teacher';

const props = defineProps<{ asking: NonNullable<RoundDesk['asking']>; busy: boolean }>();
const emit = defineEmits<{ tell: [right: string[]] }>();
const kind = computed(() => props.asking.item.parts[0]?.kind);
const lines = computed(() => props.asking.spread[0]?.lines ?? []);
const chosen = ref<string[]>([]);
const typed = ref('');
watch(
  () => props.asking.entry,
  () => ([chosen.value, typed.value] = [[], '']),
);
const right = computed(() =>
  kind.value === 'single-choice'
    ? chosen.value
    : typed.value
        .split('\n')
        .map((line) => line.trim())
        .filter(Boolean),
);
function tell(): void {
  if (right.value.length > 0 && !props.busy) emit('tell', right.value);
}
</script>

<template>
  <form class="tell" @submit.prevent="tell">
    <p class="faded">{{ say('rounds.notTold') }}</p>
    <fieldset v-if="kind === 'single-choice'">
      <legend>{{ say('rounds.whatIsRight') }}</legend>
      <ElCheckboxGroup v-model="chosen">
        <ElCheckbox v-for="line in lines" :key="line.id" :value="line.id">{{
          line.text
        }}</ElCheckbox>
      </ElCheckboxGroup>
    </fieldset>
    <ElInput
      v-else-if="kind === 'numeric'"
      v-model="typed"
      class="short"
      :aria-label="say('rounds.rightNumber')"
      :placeholder="say('rounds.rightNumber')"
    />
    <ElInput
      v-else
      v-model="typed"
      type="textarea"
      :rows="2"
      :aria-label="say('rounds.rightWords')"
      :placeholder="say('rounds.rightWords')"
    />
    <ElButton native-type="submit" :disabled="right.length === 0 || busy">{{
      say('rounds.tellKey')
    }}</ElButton>
  </form>
</template>

<style scoped>
.tell {
  display: flex;
  flex-wrap: wrap;
  align-items: end;
  gap: 8px 14px;
  margin-block: 12px;
  padding-block: 10px;
  border-block: var(--line);
}
.tell > p {
  flex-basis: 100%;
  margin: 0;
}
fieldset {
  border: 0;
  margin: 0;
  padding: 0;
}
.short {
  width: 160px;
}
</style>
