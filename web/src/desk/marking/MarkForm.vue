<script setup lang="ts">
/** The points of an answer, by levels or typed, and a comment. */
import { computed } from 'vue';
import RichText from '../../parts/RichText.vue';
import { pointsText, useWords } from '../shared/words';
import RubricLevels from './RubricLevels.vue';
import { isMarked, markOf, type Task } from './useMarking';
import VoiceComment from './VoiceComment.vue';
import type { useTypedMark } from './useTypedMark';
import { say } from '../../words/teacher';

const props = defineProps<{
  task: Task;
  typed: ReturnType<typeof useTypedMark>;
  mayMark: boolean;
  /** Who reads the comment. */
  forWhom: string;
  /** Whether a comment can be spoken. */
  spoken: boolean;
  busy: boolean;
  wrong: string;
}>();
const emit = defineEmits<{ mark: []; takeBack: [] }>();
const words = useWords();
const { points, comment, voice, recovered } = props.typed;
const part = computed(() => props.task.part);
const given = computed(() => markOf(props.task));
</script>

<template>
  <form class="inset" @submit.prevent="emit('mark')">
    <section v-if="part.guide">
      <h2>{{ say('marking.whatLook') }}</h2>
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
        >{{ say('common.points') }}
        <span class="faded">{{
          say('marking.ofMaxPoints', {
            maxPoints: pointsText(part.maxPoints),
            value: part.criteria.length
              ? say('marking.theSumLevels')
              : say('marking.orPressNumberKey'),
          })
        }}</span></span
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
        >{{ say('marking.comment') }} <span class="faded">{{ forWhom }}</span></span
      >
      <ElInput v-model="comment" :rows="4" maxlength="2000" :disabled="!mayMark" type="textarea" />
    </label>
    <ul v-if="part.comments.length" class="kept" :aria-label="say('marking.commentsGivenBefore')">
      <li v-for="earlier in part.comments" :key="earlier">
        <ElButton link class="word" :disabled="!mayMark" @click="comment = earlier">
          {{ earlier }}
        </ElButton>
      </li>
    </ul>
    <VoiceComment v-if="spoken" v-model="voice" :disabled="!mayMark" />
    <p v-if="recovered" class="faded small">{{ say('marking.youTypedThisBefore') }}</p>
    <p v-if="wrong" class="wrong" role="alert">{{ wrong }}</p>
    <ElButton v-if="mayMark" type="primary" native-type="submit" :loading="busy">{{
      say('marking.saveMark')
    }}</ElButton>
    <ElButton v-if="mayMark && isMarked(task)" :disabled="busy" @click="emit('takeBack')">{{
      say('marking.removeMark')
    }}</ElButton>
    <p v-if="given" class="faded small">
      {{
        say('marking.byByAt', {
          value: given.points === null ? say('marking.takenBack') : say('marking.marked'),
          by: given.by,
          at: words.time(given.at),
        })
      }}
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
  padding-inline-start: 18px;
}
</style>
