<script setup lang="ts">
/** Answers that were gathered elsewhere: pasted or chosen as files, looked at, and read in the same pages. */
import { ref } from 'vue';
import { useRouter } from 'vue-router';
import { call } from '../../client/call';
import { useForm } from '../../client/useDoing';
import FacingPages from '../../parts/FacingPages.vue';
import PageHead from '../../parts/PageHead.vue';
import FileButton from '../../parts/FileButton.vue';

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
  <PageHead title="Bring answers in" where="Results"
    ><RouterLink to="/results">All results</RouterLink></PageHead
  >
  <FacingPages name="bring-answers" left="Answers" right="What it should look like" :start="56">
    <template #left>
      <form class="inset" @submit.prevent="bring">
        <label class="field">
          <span class="label">Title</span>
          <ElInput v-model="title" maxlength="200" :aria-invalid="Boolean(errorAt('/title'))" />
          <span v-if="errorAt('/title')" class="wrong" role="alert">{{ errorAt('/title') }}</span>
        </label>
        <label class="field">
          <span class="label">Answers <span class="faded">students by items, as CSV</span></span>
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
          <ElRadioGroup v-model="emptyRows" aria-label="Rows without any answer">
            <ElRadio value="left-out">They were not there: leave them out</ElRadio>
            <ElRadio value="zero">They answered nothing: count it as nothing</ElRadio>
          </ElRadioGroup>
        </template>
        <p>
          <FileButton accept=".csv,text/csv,text/plain" @chosen="take($event, 'answers')"
            >Answers from a file …</FileButton
          >
        </p>
        <label class="field">
          <span class="label"
            >Key
            <span class="faded"
              >or the points of each item; leave it empty when the cells are points</span
            ></span
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
          <FileButton accept=".csv,text/csv,text/plain" @chosen="take($event, 'key')"
            >Key from a file …</FileButton
          >
        </p>
        <p v-if="wrong" class="wrong" role="alert">{{ wrong }}</p>
        <ElButton type="primary" native-type="submit" :loading="busy" :disabled="!answers.trim()"
          >Read the results</ElButton
        >
      </form>
    </template>
    <template #right>
      <div class="inset">
        <p>
          The first row names the columns. One named <code>student</code> holds the students; every
          other one is an item. An empty cell is an omitted answer.
        </p>
        <pre>
student,1,2,3
Ada,b,c,a
Ben,b,a,a
Cleo,d,c,</pre>
        <p>The key names each item and its right answer.</p>
        <pre>
item,key
1,b
2,c
3,a</pre>
        <p>
          Without a key the cells are points, and a row named points says what each item gives.
          Cells of 0 and 1 need none.
        </p>
        <pre>
student,1,2,3
points,2,1,1
Ada,2,0.5,1
Ben,1,1,0</pre>
        <p class="faded">
          Commas, semicolons and tabs all part cells. What you bring in is only for you, and you can
          delete it.
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
  border-left: 3px solid var(--rule-strong);
}
</style>
