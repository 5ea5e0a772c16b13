<script setup lang="ts">
/** The points of an answer, by levels or typed, and a comment. */
import { computed } from 'vue';
import RichText from '../../parts/RichText.vue';
import { pointsText, useWords } from '../shared/words';
import RubricLevels from './RubricLevels.vue';
import { isMarked, markOf, type Task } from './useMarking';
import type { useTypedMark } from './useTypedMark';

const props = defineProps<{
  task: Task;
  typed: ReturnType<typeof useTypedMark>;
  mayMark: boolean;
  /** Who reads the comment. */
  forWhom: string;
  busy: boolean;
  wrong: string;
}>();
const emit = defineEmits<{ mark: []; takeBack: [] }>();
const words = useWords();
const { points, comment, recovered } = props.typed;
const part = computed(() => props.task.part);
const given = computed(() => markOf(props.task));
</script>

<template>
  <form class="inset" @submit.prevent="emit('mark')">
    <section v-if="part.guide">
      <h2>What to look for</h2>
      <RichText :html="part.guide" />
    </section>
    <RubricLevels
      v-if="part.criteria.length"
      :model-value="typed.levels.value"
      :criteria="part.criteria"
      :disabled="!mayMark"
      @update:model-value="typed.choose"
    />
    <label class="field">
      <span class="label"
        >Points
        <span class="faded"
          >of {{ pointsText(part.maxPoints) }};
          {{ part.criteria.length ? 'the sum of the levels' : 'a number key will do' }}</span
        ></span
      >
      <ElInput
        v-model="points"
        class="few"
        inputmode="decimal"
        autocomplete="off"
        :disabled="!mayMark"
      />
    </label>
    <label class="field">
      <span class="label"
        >Comment <span class="faded">{{ forWhom }}</span></span
      >
      <ElInput v-model="comment" :rows="4" maxlength="2000" :disabled="!mayMark" type="textarea" />
    </label>
    <ul v-if="part.comments.length" class="kept" aria-label="Comments given before">
      <li v-for="earlier in part.comments" :key="earlier">
        <button type="button" class="word" :disabled="!mayMark" @click="comment = earlier">
          {{ earlier }}
        </button>
      </li>
    </ul>
    <p v-if="recovered" class="faded small">You had typed this before and not given it yet.</p>
    <p v-if="wrong" class="wrong" role="alert">{{ wrong }}</p>
    <ElButton v-if="mayMark" type="primary" native-type="submit" :loading="busy">Mark it</ElButton>
    <ElButton v-if="mayMark && isMarked(task)" :disabled="busy" @click="emit('takeBack')"
      >Take the mark back</ElButton
    >
    <p v-if="given" class="faded small">
      {{ given.points === null ? 'Taken back' : 'Marked' }} by {{ given.by }},
      {{ words.time(given.at) }}.
    </p>
  </form>
</template>

<style scoped>
.inset {
  padding: 16px 24px;
}
section {
  margin-bottom: 16px;
}
.few {
  width: 110px;
}
.kept {
  margin: 0 0 12px;
  padding-left: 18px;
}
</style>
