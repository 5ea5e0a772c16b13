<script setup lang="ts">
/** By what an item is found: subject, grades, standards, depth, time, tags, author and licence. */
import type { ItemFacts } from '@oaken/core/items';
import { computed, ref } from 'vue';
import { useLibrary } from '../library/library';
import { depthNames } from '../shared/words';
import { under, type Problem } from '../../parts/problems';
import StandardPicker from '../library/StandardPicker.vue';
import SelectField from '../../parts/SelectField.vue';
import { toggled } from '../../parts/toggled';
import { say } from '../../words/teacher';

const facts = defineModel<ItemFacts>({ required: true });
defineProps<{ problems: Problem[] }>();
const library = useLibrary();
const picking = ref(false);

const subjects = computed(() => [
  ...new Set([...library.standards.values()].map(({ subject }) => subject)),
]);
const standards = computed(() =>
  facts.value.standards.flatMap((id) => library.standards.get(id) ?? []),
);
const tags = computed({
  get: () => facts.value.tags.join(', '),
  set: (text) =>
    (facts.value.tags = [
      ...new Set(
        text
          .split(',')
          .map((tag) => tag.trim().toLowerCase())
          .filter(Boolean),
      ),
    ]),
});
function toggleGrade(grade: number): void {
  const { grades } = facts.value;
  facts.value.grades = toggled(grades, grade).sort((a, b) => a - b);
}
/** A standard brings its subject and grades where none were given yet. */
function setStandards(ids: number[]): void {
  facts.value.standards = ids;
  const chosen = ids.flatMap((id) => library.standards.get(id) ?? []);
  if (!facts.value.subject && chosen[0]) facts.value.subject = chosen[0].subject;
  if (facts.value.grades.length === 0)
    facts.value.grades = [...new Set(chosen.flatMap(({ grades }) => grades))].sort((a, b) => a - b);
}
const seconds = computed({
  get: () => facts.value.seconds ?? '',
  set: (value) => (facts.value.seconds = String(value).trim() === '' ? null : Number(value)),
});
</script>

<template>
  <div class="facts">
    <div class="wide">
      <span class="label">{{ say('common.standards') }}</span>
      <ul v-if="standards.length" class="list">
        <li v-for="standard in standards" :key="standard.id">
          <b>{{ standard.code }}</b> {{ standard.statement }}
          <ElButton
            link
            class="word"
            @click="setStandards(facts.standards.filter((id) => id !== standard.id))"
          >
            {{ say('common.remove') }}
          </ElButton>
        </li>
      </ul>
      <ElButton link class="word" @click="picking = true">
        {{ standards.length ? say('items.chooseOthers') : say('items.chooseStandards') }}
      </ElButton>
      <p v-for="problem in under(problems, '/standards')" :key="problem.message" class="wrong">
        {{ problem.message }}
      </p>
    </div>
    <label>
      <span class="label">{{ say('common.subject') }}</span>
      <ElInput v-model="facts.subject" list="subjects" maxlength="60" />
      <datalist id="subjects">
        <option v-for="entry in subjects" :key="entry" :value="entry" />
      </datalist>
      <span v-for="problem in under(problems, '/subject')" :key="problem.message" class="wrong">{{
        problem.message
      }}</span>
    </label>
    <div role="group" :aria-label="say('common.grades')">
      <span class="label">{{ say('common.grades') }}</span>
      <button
        v-for="grade in library.grades"
        :key="grade"
        type="button"
        class="grade"
        :aria-pressed="facts.grades.includes(grade)"
        :aria-label="say('items.gradeGrade', { grade })"
        @click="toggleGrade(grade)"
      >
        {{ grade }}
      </button>
    </div>
    <label>
      <span class="label">{{ say('common.depth') }}</span>
      <SelectField v-model="facts.depth"
        ><ElOption :value="null" :label="say('items.notSet')" /><ElOption
          v-for="depth in [1, 2, 3, 4]"
          :key="depth"
          :value="depth"
          :label="`${depth} ${depthNames[depth]}`"
      /></SelectField>
    </label>
    <label>
      <span class="label">{{ say('items.expectedSeconds') }}</span>
      <ElInput v-model="seconds" inputmode="numeric" />
      <span v-for="problem in under(problems, '/seconds')" :key="problem.message" class="wrong">{{
        problem.message
      }}</span>
    </label>
    <label class="wide">
      <span class="label">{{ say('items.tags') }}</span>
      <ElInput v-model.lazy="tags" :placeholder="say('items.warmUpHomework')" />
      <span v-for="problem in under(problems, '/tags')" :key="problem.message" class="wrong">{{
        problem.message
      }}</span>
    </label>
    <label
      ><span class="label">{{ say('items.author') }}</span
      ><ElInput v-model="facts.author" maxlength="200"
    /></label>
    <label
      ><span class="label">{{ say('items.license') }}</span
      ><ElInput v-model="facts.licence" maxlength="120" :placeholder="say('items.ccBy40')"
    /></label>
  </div>
  <StandardPicker v-model="picking" :chosen="facts.standards" @done="setStandards" />
</template>

<style scoped>
.facts {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 12px 16px;
  align-items: start;
}
.wide {
  grid-column: span 2;
}
.label {
  display: block;
  font-weight: 600;
  margin-bottom: 3px;
}
.list {
  margin: 0 0 4px;
  padding-inline-start: 18px;
}
.grade {
  width: 36px;
  height: 36px;
  margin-inline-end: 6px;
  border: 1px solid var(--rule-strong);
  border-radius: var(--corner);
  background: var(--sheet);
  font-family: var(--serif);
  cursor: pointer;
}
.grade[aria-pressed='true'] {
  background: var(--oak);
  color: var(--on-oak);
}
</style>
