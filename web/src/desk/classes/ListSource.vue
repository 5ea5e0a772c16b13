<script setup lang="ts">
/** A list of names, typed, pasted or out of a CSV: its columns are recognised and can be corrected. */
import { elementAt } from '@oaken/core/certain';
import {
  listFields,
  readList,
  recogniseColumns,
  type Columns,
  type ListField,
  type ListedStudent,
} from '@oaken/core/rosters';
import { computed, ref, watch } from 'vue';
import { inWords } from '../../client/request';
import { readRows } from './readTable';
import SelectField from '../../parts/SelectField.vue';
import { say } from '../../words/teacher';

const text = defineModel<string>({ required: true });
const emit = defineEmits<{ read: [students: ListedStudent[]] }>();

const table = computed<{ rows: string[][]; wrong: string }>(() => {
  try {
    return { rows: text.value.trim() === '' ? [] : readRows(text.value), wrong: '' };
  } catch (error) {
    return { rows: [], wrong: say('classes.theListCannotBe', { error: inWords(error) }) };
  }
});
const columns = ref<Columns>({ fields: [], header: false, unsure: false });
watch(
  () => table.value.rows,
  (rows) => (columns.value = recogniseColumns(rows)),
  { immediate: true },
);
const reading = computed(() =>
  table.value.rows.length === 0
    ? { students: [], problems: [] }
    : readList(table.value.rows, columns.value),
);
watch(reading, ({ students }) => emit('read', students), { immediate: true });

const fieldWords: Record<ListField, string> = {
  rosterNumber: say('classes.rosterNumber'),
  givenName: say('classes.firstName'),
  familyName: say('classes.lastName'),
  fullName: say('classes.fullName'),
  studentNumber: say('classes.studentNumberInline'),
  email: 'e-mail',
  grade: say('classes.gradeColumn'),
};
function set(index: number, field: ListField | null): void {
  // A field stands in one column at most.
  const others = columns.value.fields.map((other) => (other === field ? null : other));
  columns.value.fields = others.with(index, field);
}
/** The two names change places. */
function turnRound(): void {
  const other: Partial<Record<ListField, ListField>> = {
    givenName: 'familyName',
    familyName: 'givenName',
  };
  columns.value.fields = columns.value.fields.map((field) =>
    field === null ? null : (other[field] ?? field),
  );
}
const sample = computed(() => table.value.rows.slice(0, columns.value.header ? 4 : 3));
</script>

<template>
  <label class="field">
    <span class="label"
      >{{ say('classes.names') }}
      <span class="faded small">{{ say('classes.oneStudentLineOr') }}</span></span
    >
    <ElInput
      v-model="text"
      :rows="9"
      spellcheck="false"
      :placeholder="say('classes.adaParkLindBo')"
      type="textarea"
    />
  </label>
  <p v-if="table.wrong" class="wrong" role="alert">{{ table.wrong }}</p>
  <template v-if="table.rows.length">
    <p>
      {{ say('classes.studentsRead', { n: reading.students.length })
      }}<template v-if="reading.problems.length">{{
        say('classes.linesWithSomethingWrong', { n: reading.problems.length })
      }}</template
      >.
      <ElCheckbox v-model="columns.header"> {{ say('classes.theFirstLineNames') }}</ElCheckbox>
    </p>
    <div class="wide">
      <table class="ruled small">
        <thead>
          <tr>
            <th v-for="(field, index) in columns.fields" :key="index">
              <SelectField
                :model-value="field"
                :aria-label="say('classes.columnNumber', { number: index + 1 })"
                @update:model-value="set(index, $event)"
                ><ElOption :value="null" :label="say('classes.notRead')" /><ElOption
                  v-for="listField in listFields"
                  :key="listField"
                  :value="listField"
                  :label="fieldWords[listField]"
              /></SelectField>
            </th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="(row, n) in sample" :key="n" :class="{ head: columns.header && n === 0 }">
            <td v-for="(_, position) in columns.fields" :key="position">{{ row[position] }}</td>
          </tr>
        </tbody>
      </table>
    </div>
    <p v-if="reading.students.length" class="asread" :class="{ unsure: columns.unsure }">
      <template v-if="columns.unsure">{{ say('classes.itNotClearWhich') }}{{ ' ' }}</template>
      {{ say('classes.readAsFirstName') }} <b>{{ elementAt(reading.students, 0).givenName }}</b>{{
        say('classes.lastNameAfter')
      }}
      <b>{{ elementAt(reading.students, 0).familyName || say('classes.none') }}</b><template
        v-if="reading.students.length > 1"
        >; <b>{{ elementAt(reading.students, 1).givenName }}</b>,
        <b>{{ elementAt(reading.students, 1).familyName || say('classes.none') }}</b></template
      >.
      <ElButton v-if="columns.unsure" size="small" @click="turnRound">{{
        say('classes.switchThem')
      }}</ElButton>
    </p>
    <ul v-if="reading.problems.length" class="problems">
      <li v-for="problem in reading.problems.slice(0, 30)" :key="problem.line" class="wrong">
        {{ say('classes.lineLineMessage', { line: problem.line, message: problem.message }) }}
      </li>
      <li v-if="reading.problems.length > 30" class="faded">
        {{ say('classes.andProblemsMore', { problems: reading.problems.length - 30 }) }}
      </li>
    </ul>
  </template>
</template>

<style scoped>
:deep(textarea) {
  font-family: ui-monospace, monospace;
  white-space: pre;
}
.wide {
  overflow-x: auto;
}
.head td {
  color: var(--faded);
  font-weight: 600;
}
.asread {
  margin: 8px 0 0;
}
.unsure {
  padding: 6px 10px;
  background: var(--low-wash);
}
.problems {
  margin: 10px 0;
  padding-inline-start: 18px;
}
</style>
