<script setup lang="ts">
/** The answer key of a form: one line an item. */
import { entriesOf, type Edition } from '@oaken/core/forms';
import { keysOnPaper } from '@oaken/core/print';
import { computed } from 'vue';
import { pointsText } from '../../shared/words';
import { say } from '../../../words/teacher';

const props = defineProps<{ form: Edition; name: string }>();
const lines = computed(() =>
  entriesOf({ sections: props.form.sections }).map((entry, index) => ({
    entry,
    number: index + 1,
    keys: keysOnPaper(entry.content),
  })),
);
const total = computed(() => lines.value.reduce((sum, { entry }) => sum + entry.points, 0));
</script>

<template>
  <article class="key">
    <h1>
      {{ form.title }}<span v-if="name">{{ ' ' }}{{ say('tests.formName3', { name }) }}</span>
      {{ say('tests.answerKeyAfter') }}
    </h1>
    <p>{{ say('tests.pointsNotStudents', { n: total }) }}</p>
    <table>
      <thead>
        <tr>
          <th>{{ say('common.item') }}</th>
          <th>{{ say('tests.right') }}</th>
          <th>{{ say('tests.standard') }}</th>
          <th class="figures">{{ say('common.points') }}</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="{ entry, number, keys } in lines" :key="entry.id">
          <td>{{ number }}</td>
          <td>
            <p v-for="key in keys" :key="key.part">
              <b v-if="key.part">{{ key.part }}) </b>{{ key.words }}
            </p>
            <p v-if="keys.length === 0">{{ say('tests.noKey') }}</p>
          </td>
          <td>{{ entry.standards.join(', ') }}</td>
          <td class="figures">{{ pointsText(entry.points) }}</td>
        </tr>
      </tbody>
    </table>
  </article>
</template>

<style scoped>
.key {
  font: 11pt/1.4 var(--text);
  color: #000;
}
h1 {
  font-size: 1.35em;
}
table {
  width: 100%;
}
th {
  text-align: start;
  border-bottom: 2px solid #000;
  padding: 3px 8px;
}
td {
  border-bottom: 1px solid #999;
  padding: 3px 8px;
  vertical-align: top;
}
tr {
  break-inside: avoid;
}
td p {
  margin: 0;
}
.figures {
  text-align: end;
}
</style>
