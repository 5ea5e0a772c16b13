<script setup lang="ts">
/** A question as students have it, beside what the class answered so far. */
import type { WatchedQuestion, WatchedStudent } from '@oaken/contract/watching';
import { forSitting } from '@oaken/core/items';
import { isRight } from '@oaken/core/watching';
import { computed } from 'vue';
import ItemView from '../../kinds/ItemView.vue';
import TallyBox from '../../parts/TallyBox.vue';
import { percent } from '../shared/words';
import { say } from '../../words/teacher';

const entry = defineModel<string | null>({ required: true });
const { questions, students, hidden } = defineProps<{
  questions: readonly WatchedQuestion[];
  students: readonly WatchedStudent[];
  /** Names stay off the page. */
  hidden: boolean;
}>();
const place = computed(() => questions.findIndex((candidate) => candidate.entry === entry.value));
const question = computed(() => questions[place.value]);
const open = computed({
  get: () => question.value !== undefined,
  set: (now) => !now && (entry.value = null),
});
const nameOf = computed(() => new Map(students.map(({ studentId, name }) => [studentId, name])));
const namesOf = (ids: readonly number[]) =>
  ids
    .map((id) => nameOf.value.get(id) ?? '')
    .filter(Boolean)
    .join(', ');
const go = (by: number) => (entry.value = questions[place.value + by]?.entry ?? entry.value);
</script>

<template>
  <ElDialog
    v-model="open"
    :title="question ? say('watching.questionNumber', { number: question.number }) : ''"
    width="1040px"
  >
    <div v-if="question" class="beside">
      <section :aria-label="say('watching.question')">
        <ItemView
          :key="question.entry"
          :item="forSitting(question.content)"
          :responses="{}"
          :name="`watched-${question.entry}`"
          disabled
          @answer="() => {}"
        />
        <p v-for="sentence in question.key" :key="sentence" class="faded">
          {{ say('results.keySentence', { sentence }) }}
        </p>
      </section>
      <section :aria-label="say('watching.classAnswers')">
        <h3>{{ say('watching.classAnswers') }}</h3>
        <p v-if="question.judged">
          <b>{{ percent(question.right / question.judged) }}</b>
          {{ say('watching.rightOf', { right: question.right, judged: question.judged }) }}
        </p>
        <p v-if="question.answers.length === 0" class="faded">{{ say('watching.noAnswersYet') }}</p>
        <ul>
          <li v-for="answer in question.answers" :key="answer.words">
            <TallyBox
              :share="answer.share ?? 0"
              :needs-marking="answer.share === null"
              :label="answer.share === null ? say('watching.needsMarking') : percent(answer.share)"
            />
            <div>
              <b :class="{ right: isRight(answer.share) }">{{ answer.words }}</b>{{ ' ' }}
              <span class="faded">
                {{ say('common.studentsCounted', { n: answer.studentIds.length }) }}</span
              >
              <p v-if="!hidden" class="faded small">{{ namesOf(answer.studentIds) }}</p>
            </div>
          </li>
        </ul>
      </section>
    </div>
    <template #footer>
      <ElButton :disabled="place <= 0" @click="go(-1)">{{
        say('watching.questionBefore')
      }}</ElButton>
      <ElButton :disabled="place >= questions.length - 1" @click="go(1)">{{
        say('watching.questionAfter')
      }}</ElButton>
    </template>
  </ElDialog>
</template>

<style scoped>
.beside {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 24px;
}
@media (max-width: 820px) {
  .beside {
    grid-template-columns: 1fr;
  }
}
h3 {
  margin-top: 0;
}
ul {
  list-style: none;
  margin: 0;
  padding: 0;
}
li {
  display: flex;
  gap: 10px;
  padding: 8px 0;
  border-top: var(--line);
}
li > :first-child {
  flex: none;
}
li p {
  margin: 2px 0 0;
}
.right {
  color: var(--secure);
}
</style>
