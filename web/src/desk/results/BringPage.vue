<script setup lang="ts">
/** Answers that were gathered elsewhere: pasted or chosen as files, looked at, and read in the same pages. */
import { ref } from 'vue';
import { useRouter } from 'vue-router';
import { call } from '../../client/call';
import { useForm } from '../../client/useDoing';
import FacingPages from '../shared/FacingPages.vue';
import PageHead from '../shared/PageHead.vue';
import FileButton from '../../parts/FileButton.vue';
import { say } from '../../words/teacher';

const router = useRouter();
const title = ref('');
const answers = ref('');
const key = ref('');
const emptyRows = ref<'left-out' | 'zero' | null>(null);
const { wrong, busy, act, errorAt } = useForm();

async function take(file: File, into: 'answers' | 'key'): Promise<void> {
  const text = await file.text();
  if (into === 'answers') {
    answers.value = text;
    if (!title.value) title.value = file.name.replace(/\.\w+$/, '');
  } else key.value = text;
}
async function bring(): Promise<void> {
  await act(async () => {
    const { id } = await call('bringSheet', {
      body: {
        title: title.value,
        answers: answers.value,
        key: key.value.trim() ? key.value : null,
        emptyRows: emptyRows.value,
      },
    });
    await router.push(`/results/sheet/${id}`);
  });
}
</script>

<template>
  <PageHead :title="say('results.importAnswers')" :where="say('common.results')"
    ><RouterLink to="/results">{{ say('results.allResults') }}</RouterLink></PageHead
  >
  <FacingPages
    name="bring-answers"
    :left="say('results.answers')"
    :right="say('results.whatShouldLookLike')"
    :start="56"
  >
    <template #left>
      <form class="inset" @submit.prevent="bring">
        <label class="field">
          <span class="label">{{ say('common.title') }}</span>
          <ElInput v-model="title" maxlength="200" :aria-invalid="Boolean(errorAt('/title'))" />
          <span v-if="errorAt('/title')" class="wrong" role="alert">{{ errorAt('/title') }}</span>
        </label>
        <label class="field">
          <span class="label"
            >{{ say('results.answers') }}
            <span class="faded">{{ say('results.studentsByItemsAs') }}</span></span
          >
          <ElInput
            v-model="answers"
            class="sheet"
            :rows="10"
            spellcheck="false"
            :aria-invalid="Boolean(errorAt('/answers'))"
            type="textarea"
          />
        </label>
        <p v-if="errorAt('/answers')" class="wrong" role="alert">{{ errorAt('/answers') }}</p>
        <template v-if="errorAt('/emptyRows') || emptyRows">
          <p v-if="errorAt('/emptyRows')" class="wrong" role="alert">{{ errorAt('/emptyRows') }}</p>
          <ElRadioGroup v-model="emptyRows" :aria-label="say('results.rowsWithoutAnyAnswer')">
            <ElRadio value="left-out">{{ say('results.theyWereAbsentLeave') }}</ElRadio>
            <ElRadio value="zero">{{ say('results.theyAnsweredNothingCount') }}</ElRadio>
          </ElRadioGroup>
        </template>
        <p>
          <FileButton accept=".csv,text/csv,text/plain" @chosen="take($event, 'answers')">{{
            say('results.answersFromFile')
          }}</FileButton>
        </p>
        <label class="field">
          <span class="label"
            >{{ say('results.key') }}
            <span class="faded">{{ say('results.orPointsEachItem') }}</span></span
          >
          <ElInput
            v-model="key"
            class="sheet"
            :rows="6"
            spellcheck="false"
            :aria-invalid="Boolean(errorAt('/key'))"
            type="textarea"
          />
        </label>
        <p v-if="errorAt('/key')" class="wrong" role="alert">{{ errorAt('/key') }}</p>
        <p>
          <FileButton accept=".csv,text/csv,text/plain" @chosen="take($event, 'key')">{{
            say('results.keyFromFile')
          }}</FileButton>
        </p>
        <p v-if="wrong" class="wrong" role="alert">{{ wrong }}</p>
        <ElButton type="primary" native-type="submit" :loading="busy" :disabled="!answers.trim()">{{
          say('results.readResults')
        }}</ElButton>
      </form>
    </template>
    <template #right>
      <div class="inset">
        <p>
          {{ say('results.theFirstRowNames') }} <code>{{ say('results.student') }}</code>
          {{ say('results.holdsStudentsEveryOther') }}
        </p>
        <pre>{{ say('results.student123') }}</pre>
        <p>{{ say('results.theKeyNamesEach') }}</p>
        <pre>{{ say('results.itemKey1B') }}</pre>
        <p>
          {{ say('results.withoutKeyCellsPoints') }}
        </p>
        <pre>{{ say('results.student123Points') }}</pre>
        <p class="faded">
          {{ say('results.commasSemicolonsTabsAll') }}
        </p>
      </div>
    </template>
  </FacingPages>
</template>

<style scoped>
.inset {
  padding: 16px 24px;
}
.sheet {
  font-family: ui-monospace, monospace;
  font-size: 0.9rem;
}
pre {
  background: var(--wash);
  padding: 8px 12px;
  border-inline-start: 3px solid var(--rule-strong);
}
</style>
