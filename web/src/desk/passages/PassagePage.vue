<script setup lang="ts">
/** A passage: left what is written, with an easier version beside the original; right as a student sees it. */
import type { AnswerOf, api } from '@oaken/contract';
import { passageContent, passageForSitting, type Numbering, type PassageContent } from '@oaken/core/passages';
import { count } from '@oaken/core/text';
import { computed, onMounted, ref } from 'vue';
import { useRoute, useRouter } from 'vue-router';
import { call } from '../../client/call';
import { inWords, Refused } from '../../client/request';
import FacingPages from '../../parts/FacingPages.vue';
import FootingLine from '../../parts/FootingLine.vue';
import PageHead from '../../parts/PageHead.vue';
import PassageView from '../../parts/PassageView.vue';
import { useLibrary } from '../banks/library';
import { under, type Problem } from '../items/problems';
import RichField from '../items/rich/RichField.vue';
import { done } from '../undo';
import { useWords } from '../words';

const route = useRoute();
const router = useRouter();
const library = useLibrary();
const words = useWords();
const passageId = route.params.passageId === 'new' ? null : Number(route.params.passageId);
const draftKey = `oaken-passage-${passageId ?? 'new'}`;
const clientKey = crypto.randomUUID();

const read = ref<AnswerOf<typeof api.readPassage> | null>(null);
const content = ref<PassageContent>({ title: '', body: '', numbering: 'none', easier: '', source: '' });
const saved = ref(JSON.stringify(content.value));
const bank = ref<number | null>(null);
const hasEasier = ref(false);
const seeEasier = ref(false);
const busy = ref(false);
const wrong = ref('');
const serverProblems = ref<Problem[]>([]);
const recovered = ref(false);

async function load(): Promise<void> {
  if (passageId === null) return;
  read.value = await call('readPassage', { params: { passageId } });
  content.value = { ...read.value.content };
  saved.value = JSON.stringify(content.value);
  hasEasier.value = content.value.easier !== '';
}
onMounted(async () => {
  try {
    await Promise.all([library.load(), load()]);
    bank.value =
      read.value?.passage.bankId ?? library.banks.find((own) => own.mine)?.id ?? library.mayChange[0]?.id ?? null;
    const kept = localStorage.getItem(draftKey);
    if (kept && kept !== saved.value) {
      content.value = JSON.parse(kept) as PassageContent;
      recovered.value = true;
    }
  } catch (error) {
    wrong.value = inWords(error);
  }
});
const changed = computed(() => {
  const now = JSON.stringify(content.value);
  if (now !== saved.value) localStorage.setItem(draftKey, now);
  else localStorage.removeItem(draftKey);
  return now !== saved.value;
});
const mayEdit = computed(() => read.value === null || read.value.passage.may === 'edit');
const problems = computed<Problem[]>(() => {
  const parsed = passageContent.safeParse(content.value);
  const own = parsed.success
    ? []
    : parsed.error.issues.map(({ path, message }) => ({ pointer: `/${path.join('/')}`, message }));
  return [...own, ...serverProblems.value];
});
const shown = computed(() =>
  passageForSitting({ ...content.value, easier: hasEasier.value ? content.value.easier : '' }, seeEasier.value),
);

async function save(): Promise<void> {
  if (busy.value || bank.value === null) return;
  busy.value = true;
  wrong.value = '';
  serverProblems.value = [];
  const own = { ...content.value, easier: hasEasier.value ? content.value.easier : '' };
  try {
    if (passageId === null) {
      const made = await call('makePassage', { body: { clientKey, bank: bank.value, content: own } });
      localStorage.removeItem(draftKey);
      saved.value = JSON.stringify(content.value);
      done('The passage is there. Items can ask about it now.');
      await router.replace(`/passages/${made.id}`);
    } else {
      const { items } = await call('revisePassage', {
        params: { passageId },
        body: { basedOn: read.value!.passage.revisionId, content: own },
      });
      localStorage.removeItem(draftKey);
      recovered.value = false;
      await load();
      done(
        `The passage is saved; ${count(items, 'item')} in banks ${items === 1 ? 'asks' : 'ask'} about the new text. Tests keep the text that they had.`,
      );
    }
  } catch (error) {
    if (error instanceof Refused && error.problem.errors)
      serverProblems.value = error.problem.errors.map((one) => ({
        ...one,
        pointer: one.pointer.replace(/^\/content/, ''),
      }));
    else wrong.value = inWords(error);
  } finally {
    busy.value = false;
  }
}
async function lookBack(revision: number): Promise<void> {
  content.value = {
    ...(await call('readPassage', { params: { passageId: passageId! }, query: { revision } })).content,
  };
  hasEasier.value = content.value.easier !== '';
}
const numberingWords: Record<Numbering, string> = {
  none: 'not numbered',
  paragraphs: 'numbered paragraphs',
  lines: 'numbered lines, each paragraph a line',
};
</script>

<template>
  <PageHead :title="content.title || 'New passage'" where="Banks · Passages"
    ><RouterLink to="/passages">All passages</RouterLink></PageHead
  >
  <p v-if="wrong" class="wrong inset" role="alert">{{ wrong }}</p>
  <p v-if="recovered" class="notice" role="status">This is what you had typed before; it was not saved yet.</p>
  <p v-if="!mayEdit" class="notice">This passage belongs to others; you can use it in items of yours.</p>
  <FacingPages name="passage" left="Passage" right="As a student sees it" :start="54">
    <template #left>
      <fieldset class="inset plain" :disabled="!mayEdit">
        <label class="field"
          ><span class="label">Title</span><input v-model="content.title" class="plain-input" maxlength="200"
        /></label>
        <p v-for="problem in changed ? under(problems, '/title') : []" :key="problem.message" class="wrong">
          {{ problem.message }}
        </p>
        <RichField v-model="content.body" label="Text of the passage" />
        <p v-for="problem in changed ? under(problems, '/body') : []" :key="problem.message" class="wrong">
          {{ problem.message }}
        </p>
        <label class="field gap">
          <span class="label">Numbers at the left</span>
          <select v-model="content.numbering" class="plain-input">
            <option v-for="(name, own) in numberingWords" :key="own" :value="own">{{ name }}</option>
          </select>
        </label>
        <label><input v-model="hasEasier" type="checkbox" /> an easier or shortened version for some students</label>
        <template v-if="hasEasier">
          <RichField v-model="content.easier" label="Easier version" />
          <p v-for="problem in under(problems, '/easier')" :key="problem.message" class="wrong">
            {{ problem.message }}
          </p>
        </template>
        <label class="field gap"
          ><span class="label">Where it was taken from</span
          ><input v-model="content.source" class="plain-input" maxlength="500"
        /></label>
        <label v-if="passageId === null" class="field">
          <span class="label">Bank</span>
          <select v-model="bank" class="plain-input">
            <option v-for="own in library.mayChange" :key="own.id" :value="own.id">{{ own.name }}</option>
          </select>
        </label>
        <template v-if="read && read.revisions.length > 1">
          <h3>Revisions</h3>
          <ul>
            <li v-for="own in read.revisions" :key="own.id">
              Revision {{ own.number }} <span class="faded">by {{ own.by }}, {{ words.time(own.at) }}</span>
              <button v-if="own.id !== read.passage.revisionId" type="button" class="word" @click="lookBack(own.id)">
                go back to it
              </button>
            </li>
          </ul>
        </template>
      </fieldset>
    </template>
    <template #right>
      <div class="inset">
        <label v-if="hasEasier" class="small"><input v-model="seeEasier" type="checkbox" /> the easier version</label>
        <PassageView :passage="shown" />
      </div>
    </template>
  </FacingPages>
  <FootingLine label="Passage">
    <span>{{ changed ? 'Not saved yet; kept in this browser' : read ? 'As saved' : 'Nothing written yet' }}</span>
    <span v-if="read"
      ><b>{{ count(read.passage.items, 'item') }}</b> {{ read.passage.items === 1 ? 'asks' : 'ask' }} about it</span
    >
    <template #actions>
      <el-button type="primary" :disabled="!mayEdit || !changed || problems.length > 0" :loading="busy" @click="save">{{
        passageId === null ? 'Save the passage' : 'Save as revision'
      }}</el-button>
    </template>
  </FootingLine>
</template>

<style scoped>
.inset {
  padding: 18px 24px;
}
.plain {
  border: 0;
  margin: 0;
  min-width: 0;
}
.gap {
  margin-top: 14px;
}
.notice {
  margin: 0;
  padding: 8px 24px;
  background: var(--secure-wash);
}
</style>
