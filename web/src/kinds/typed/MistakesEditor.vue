<script setup lang="ts">
/** Wrong answers that tell what was misunderstood: they are named so in results, whatever numbers a student had. */
import { computed } from 'vue';
import { under, type Problem } from '../../parts/problems';
import { say } from '../../words/teacher';

interface Mistake {
  value: string;
  misconception: string;
}
const mistakes = defineModel<Mistake[] | undefined>({ required: true });
withDefaults(defineProps<{ problems: Problem[]; longest?: number }>(), { longest: 60 });

const list = computed(() => mistakes.value ?? []);
const set = (changed: Mistake[]) => (mistakes.value = changed.length > 0 ? changed : undefined);
const change = (index: number, part: Partial<Mistake>) =>
  set(list.value.map((mistake, n) => (n === index ? { ...mistake, ...part } : mistake)));
</script>

<template>
  <div role="group" :aria-label="say('kinds.namedMistakes')">
    <span class="label">{{ say('kinds.namedMistakes') }}</span>
    <div v-for="(mistake, index) in list" :key="index" class="mistake">
      <ElInput
        :model-value="mistake.value"
        :maxlength="longest"
        :aria-label="say('kinds.wrongNumber', { number: index + 1 })"
        :placeholder="say('kinds.wrongNumberPlaceholder')"
        @input="change(index, { value: $event })"
      />
      <ElInput
        :model-value="mistake.misconception"
        maxlength="500"
        :aria-label="say('kinds.whatWasMisunderstood', { number: index + 1 })"
        :placeholder="say('kinds.misconceptionTeachersOnly')"
        @input="change(index, { misconception: $event })"
      />
      <ElButton link class="word" @click="set(list.toSpliced(index, 1))">{{
        say('kinds.removeMistake')
      }}</ElButton>
      <p v-for="problem in under(problems, `/${index}`)" :key="problem.message" class="wrong">
        {{ problem.message }}
      </p>
    </div>
    <ElButton
      v-if="list.length < 20"
      link
      class="word"
      @click="set([...list, { value: '', misconception: '' }])"
      >{{ say('kinds.addMistake') }}</ElButton
    >
  </div>
</template>

<style scoped>
.label {
  display: block;
  font-weight: 600;
}
.mistake {
  display: grid;
  grid-template-columns: minmax(0, 5fr) minmax(0, 7fr) auto;
  gap: 4px 10px;
  align-items: center;
  margin-bottom: 6px;
}
.wrong {
  grid-column: 1 / -1;
  margin: 0;
}
</style>
