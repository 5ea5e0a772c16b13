<script setup lang="ts">
/** Left the item to change, right the student's view of it, answerable, with the points that it would get. */
import type { Pinned, TestAnswer } from '@oaken/contract/tests';
import {
  forSitting,
  itemPoints,
  keysInWords,
  readItem,
  scoreItem,
  type ItemContent,
  type Responses,
} from '@oaken/core/items';
import { allEntries } from '@oaken/core/tests';
import { count } from '@oaken/core/text';
import { computed, onMounted, reactive, ref, watch } from 'vue';
import { useRoute, useRouter } from 'vue-router';
import { call } from '../../client/call';
import { inWords, Refused } from '../../client/request';
import FacingPages from '../../parts/FacingPages.vue';
import FootingLine from '../../parts/FootingLine.vue';
import ItemView from '../../parts/ItemView.vue';
import PageHead from '../../parts/PageHead.vue';
import { done } from '../undo';
import { pointsText } from '../words';
import PartEditor from './PartEditor.vue';
import RichField from './RichField.vue';

const route = useRoute();
const router = useRouter();
const testId = Number(route.params.testId);
const entryId = String(route.params.entryId);
const draftKey = `oaken-draft-${testId}-${entryId}`;

const pinned = ref<Pinned | null>(null);
const number = ref(0);
const title = ref('');
const content = ref<ItemContent | null>(null);
const saved = ref('');
const recovered = ref(false);
const wrong = ref('');
const serverProblems = ref<{ pointer: string; message: string }[]>([]);
const busy = ref(false);
const responses = reactive<Responses>({});

const asText = (own: unknown) => JSON.stringify(own);
const copyOf = (own: ItemContent): ItemContent => JSON.parse(asText(own)) as ItemContent;
const changed = computed(() => content.value !== null && asText(content.value) !== saved.value);

function take(answer: TestAnswer): void {
  title.value = answer.outline.title;
  const entries = allEntries(answer.outline);
  const entry = entries.find(({ id }) => id === entryId);
  number.value = entry ? entries.indexOf(entry) + 1 : 0;
  pinned.value = answer.revisions.find(({ id }) => id === entry?.revisionId) ?? null;
  if (!pinned.value) {
    wrong.value = 'This item is no longer in the test.';
    return;
  }
  content.value = copyOf(pinned.value.content);
  saved.value = asText(content.value);
}

/** Text that was not saved when a browser ended is offered again, as long as the item is still the same. */
function recover(): void {
  const kept = localStorage.getItem(draftKey);
  if (!kept || !pinned.value) return;
  try {
    const draft = JSON.parse(kept) as { basedOn: number; content: ItemContent };
    if (draft.basedOn !== pinned.value.id || asText(draft.content) === saved.value) return;
    content.value = draft.content;
    recovered.value = true;
  } catch {
    localStorage.removeItem(draftKey);
  }
}

onMounted(async () => {
  try {
    take(await call('readTest', { params: { testId } }));
    recover();
  } catch (error) {
    wrong.value = inWords(error);
  }
});

watch(
  content,
  (now) => {
    serverProblems.value = [];
    if (changed.value && pinned.value)
      localStorage.setItem(draftKey, asText({ basedOn: pinned.value.id, content: now }));
    else localStorage.removeItem(draftKey);
  },
  { deep: true },
);

const parsed = computed(() => (content.value ? readItem(JSON.parse(asText(content.value))) : null));
const problems = computed(() => {
  const own = parsed.value && !parsed.value.ok ? parsed.value.problems : [];
  return [
    ...own,
    ...serverProblems.value.map(({ pointer, message }) => ({
      pointer: pointer.replace(/^\/content/, ''),
      message,
    })),
  ];
});
const preview = computed(() => (parsed.value?.ok ? parsed.value.content : null));
const sitting = computed(() => (preview.value ? forSitting(preview.value) : null));
const scored = computed(() => (preview.value ? scoreItem(preview.value, responses) : null));
const problemsAt = (prefix: string) =>
  problems.value
    .filter(({ pointer }) => pointer.startsWith(prefix))
    .map((own) => ({ ...own, pointer: own.pointer.slice(prefix.length) }));

async function save(): Promise<void> {
  if (busy.value || !parsed.value?.ok || !pinned.value) return;
  busy.value = true;
  wrong.value = '';
  try {
    const answer = await call('reviseEntry', {
      params: { testId, entryId },
      body: { basedOn: pinned.value.id, content: parsed.value.content },
    });
    localStorage.removeItem(draftKey);
    take(answer);
    recovered.value = false;
    done(`Item ${number.value} is changed in this test. The bank’s own item stays as it was.`);
    await router.push(`/tests/${testId}`);
  } catch (error) {
    if (error instanceof Refused && error.problem.errors) serverProblems.value = error.problem.errors;
    else wrong.value = inWords(error);
  } finally {
    busy.value = false;
  }
}

function startOver(): void {
  if (!pinned.value) return;
  content.value = copyOf(pinned.value.content);
  recovered.value = false;
}
</script>

<template>
  <PageHead :title="number ? `Item ${number}` : 'Item'" :where="`Tests · ${title}`">
    <RouterLink :to="`/tests/${testId}`">Back to the test</RouterLink>
  </PageHead>
  <p v-if="wrong" class="wrong inset" role="alert">{{ wrong }}</p>
  <p v-if="recovered" class="recovered" role="status">
    This is what you had typed before; it was not saved yet.
    <button class="word" @click="startOver">Go back to the saved wording</button>
  </p>
  <FacingPages v-if="content" name="edit" left="Wording and key" right="As a student sees it" :start="54">
    <template #left>
      <div class="inset">
        <h2>Question</h2>
        <RichField v-model="content.stem" label="Question" :invalid="problemsAt('/stem').length > 0" />
        <p v-for="problem in problemsAt('/stem')" :key="problem.message" class="wrong">
          {{ problem.message }}
        </p>
        <PartEditor
          v-for="(part, at) in content.parts"
          :key="part.id"
          v-model="content.parts[at]!"
          :problems="problemsAt(`/parts/${at}`)"
        />
        <h2 class="gap">Explanation</h2>
        <RichField v-model="content.explanation" label="Explanation" />
        <label class="field gap">
          <span class="label">Notes for teachers</span>
          <textarea v-model="content.notes" class="plain-input" rows="2" maxlength="4000" />
        </label>
      </div>
    </template>
    <template #right>
      <div class="inset">
        <template v-if="sitting && preview && scored">
          <ItemView
            :item="sitting"
            :responses="responses"
            name="preview"
            @answer="(part, response) => (responses[part] = response)"
          />
          <p class="score" role="status">
            <b>{{ pointsText(scored.points) }} of {{ count(scored.most, 'point') }}</b> for this answer.
          </p>
          <p v-for="(sentence, at) in keysInWords(preview)" :key="at" class="faded">{{ sentence }}</p>
        </template>
        <template v-else>
          <h2>Not complete yet</h2>
          <ul>
            <li v-for="problem in problems" :key="problem.pointer + problem.message" class="wrong">
              {{ problem.message }}
            </li>
          </ul>
        </template>
      </div>
    </template>
  </FacingPages>
  <FootingLine label="Item">
    <span>{{ changed ? 'Not saved yet; kept in this browser' : 'As saved' }}</span>
    <span v-if="preview"
      ><b>{{ count(itemPoints(preview), 'point') }}</b> by its own rule</span
    >
    <span v-if="pinned?.forThisTest">changed for this test only</span>
    <template #actions>
      <el-button :disabled="!changed" @click="startOver">Start over</el-button>
      <el-button type="primary" :disabled="!changed || problems.length > 0" :loading="busy" @click="save"
        >Save for this test</el-button
      >
    </template>
  </FootingLine>
</template>

<style scoped>
.inset {
  padding: 18px 24px;
}
.inset > h2 {
  margin-bottom: 6px;
}
.gap {
  margin-top: 20px;
}
.recovered {
  margin: 0;
  padding: 8px 24px;
  background: var(--secure-wash);
}
.score {
  border-top: 3px double var(--rule-strong);
  padding-top: 10px;
  margin-top: 20px;
}
</style>
