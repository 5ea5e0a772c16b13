<script setup lang="ts">
import type { TestRow } from '@oaken/contract/tests';
import { count } from '@oaken/core/text';
import { onMounted, ref } from 'vue';
import { call } from '../../client/call';
import { inWords } from '../../client/request';
import EmptyNote from '../../parts/EmptyNote.vue';
import FootingLine from '../../parts/FootingLine.vue';
import PageHead from '../../parts/PageHead.vue';
import { done, failed } from '../undo';
import { pointsText, useWords } from '../words';
import NewTestDialog from './NewTestDialog.vue';

const words = useWords();
const tests = ref<TestRow[] | null>(null);
const wrong = ref('');
const making = ref(false);

const load = async () => {
  try {
    tests.value = (await call('listTests', {})).tests;
  } catch (error) {
    wrong.value = inWords(error);
  }
};
onMounted(load);

async function remove(test: TestRow): Promise<void> {
  const params = { testId: test.id };
  try {
    await call('removeTest', { params });
    await load();
    done(`“${test.title}” is in the bin. What was given from it stays.`, async () => {
      await call('restoreTest', { params });
      await load();
    });
  } catch (error) {
    failed(error);
  }
}
</script>

<template>
  <PageHead title="Tests" where="What I have made, last changed first">
    <el-button type="primary" @click="making = true">New test</el-button>
  </PageHead>
  <div class="one-sheet">
    <p v-if="wrong" class="wrong" role="alert">{{ wrong }}</p>
    <EmptyNote v-if="tests?.length === 0" title="No test yet."
      >Pick questions in <RouterLink to="/banks">Banks</RouterLink> and put them into a test, or begin with a blank
      one.</EmptyNote
    >
    <table v-else-if="tests" class="ruled">
      <thead>
        <tr>
          <th>Title</th>
          <th>Kind</th>
          <th>Subject</th>
          <th>Grade</th>
          <th class="figures">Items</th>
          <th class="figures">Points</th>
          <th>Given to</th>
          <th>Changed</th>
          <th><span class="unseen">Actions</span></th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="test in tests" :key="test.id">
          <td>
            <RouterLink :to="`/tests/${test.id}`" class="title-link">{{ test.title }}</RouterLink>
          </td>
          <td>{{ test.kind }}</td>
          <td>{{ test.subject }}</td>
          <td>{{ test.grades.join(', ') }}</td>
          <td class="figures">{{ test.items }}</td>
          <td class="figures">{{ pointsText(test.points) }}</td>
          <td>{{ test.given.join(', ') || '—' }}</td>
          <td class="faded">{{ words.time(test.changedAt) }}</td>
          <td>
            <RouterLink :to="`/tests/${test.id}/assign`">Assign</RouterLink>
            <button class="word" :aria-label="`Put ${test.title} into the bin`" @click="remove(test)">Bin</button>
          </td>
        </tr>
      </tbody>
    </table>
  </div>
  <FootingLine label="Totals"
    ><span
      ><b>{{ count(tests?.length ?? 0, 'test') }}</b></span
    ></FootingLine
  >
  <NewTestDialog v-model="making" :item-ids="[]" />
</template>
