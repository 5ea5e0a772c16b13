<script setup lang="ts">
/** Changing what counts of one item after the test: left the change, right who gains and loses by it, before it is done. */
import { present } from '@oaken/core/certain';
import type { AnswerOf, api, BodyOf } from '@oaken/contract';
import type { ItemResult, ResultsAnswer } from '@oaken/contract/results';
import {
  forSitting,
  kindOf,
  responsesInWords,
  type ItemContent,
  type Part,
} from '@oaken/core/items';
import { count } from '@oaken/core/text';
import { computed, onMounted, ref, watch } from 'vue';
import { useRoute } from 'vue-router';
import { call } from '../../client/call';
import { inWords } from '../../client/request';
import FacingPages from '../../parts/FacingPages.vue';
import PageHead from '../../parts/PageHead.vue';
import RichText from '../../parts/RichText.vue';
import PartEditor from '../items/PartEditor.vue';
import { done, failed } from '../shared/undo';
import { pointsText, useWords } from '../shared/words';
import RescoreEffect from './RescoreEffect.vue';
import { useRescore } from './useRescore';

type Change = BodyOf<typeof api.lookAhead>;
const route = useRoute();
const words = useWords();
const assignmentId = Number(route.params.assignmentId);
const entry = String(route.params.entryId);
const results = ref<ResultsAnswer | null>(null);
const rescores = ref<AnswerOf<typeof api.readRescores>['rescores']>([]);
const failedToLoad = ref('');
const { ahead, wrong, busy, look, make, undo, forget } = useRescore(assignmentId, load);

const item = computed<(ItemResult & { content: ItemContent }) | null>(() => {
  const itemResult = results.value?.items.find((candidate) => candidate.entry === entry);
  return itemResult?.content ? { ...itemResult, content: itemResult.content } : null;
});
/** How it counts: by its key, or settled for everybody. */
const way = ref<'key' | 'all-points' | 'left-out'>('key');
const content = ref<ItemContent | null>(null);
const points = ref('');
const reason = ref('');
const tell = ref(false);
const accepted =
  typeof route.query.accept === 'string' && typeof route.query.part === 'string'
    ? { part: route.query.part, response: route.query.accept }
    : null;

async function load(): Promise<void> {
  try {
    results.value = await call('readResults', { params: { assignmentId } });
    rescores.value = (await call('readRescores', { params: { assignmentId } })).rescores;
    start();
    await readBank();
  } catch (error) {
    failedToLoad.value = inWords(error);
  }
}
function start(): void {
  if (!item.value) return;
  way.value = item.value.settled ?? 'key';
  content.value = structuredClone(JSON.parse(JSON.stringify(item.value.content)) as ItemContent);
  points.value = pointsText(item.value.maxPoints);
}
onMounted(async () => {
  await load();
  // Come here from a wrong answer: it is added to the key as it was written.
  const part = content.value?.parts.find(({ id }) => id === accepted?.part);
  const more = part && accepted && kindOf(part).accept?.(part, accepted.response);
  if (more) setPart(present(content.value, 'content').parts.indexOf(part), more);
});
const setPart = (index: number, part: Part) =>
  (content.value = {
    ...present(content.value, 'content'),
    parts: present(content.value, 'content').parts.with(index, part),
  });

/** What differs from how it counts now; null while nothing does. */
const change = computed<Change | null>(() => {
  if (!item.value || !content.value) return null;
  const draft: Change = { entry };
  const settled = way.value === 'key' ? null : way.value;
  if (settled !== item.value.settled) draft.settled = settled;
  if (JSON.stringify(content.value) !== JSON.stringify(item.value.content))
    draft.content = content.value;
  const worth = Number(points.value.replace(',', '.'));
  if (points.value.trim() !== '' && worth !== item.value.maxPoints) draft.points = worth;
  return Object.keys(draft).length > 1 ? draft : null;
});
let timer: ReturnType<typeof setTimeout> | undefined;
watch(change, (now) => {
  clearTimeout(timer);
  if (now) timer = setTimeout(() => void look(now), 350);
  else forget();
});
/** Quick ways for choices: each choice with how many took it. */
const taken = (id: string) => item.value?.options.find((option) => option.id === id)?.n ?? 0;
const quick = computed(
  () =>
    content.value?.parts.findIndex(
      ({ kind }) => kind === 'single-choice' || kind === 'multiple-choice',
    ) ?? -1,
);
function toggleKey(index: number, id: string): void {
  const part = present(content.value, 'content').parts[index] as Part & { key: string[] };
  const key = part.key.includes(id) ? part.key.filter((text) => text !== id) : [...part.key, id];
  setPart(index, { ...part, key } as Part);
}
const choicesOf = (index: number) => {
  const part = present(content.value, 'content').parts[index] as Part & {
    key: string[];
    choices: { id: string; text: string }[];
  };
  return part.choices.map((choice) => ({
    ...choice,
    right: part.key.includes(choice.id),
    said: responsesInWords(
      { parts: [part] },
      { [part.id]: part.kind === 'single-choice' ? choice.id : [choice.id] },
    ),
  }));
};
const whole = ref(false);

/** The bank's own item: its key can follow, where I may change it and students would see the same. */
const bank = ref<AnswerOf<typeof api.readItem>['item'] | null>(null);
const bankLags = computed(() => {
  if (!bank.value || bank.value.may !== 'edit' || !item.value) return false;
  const same = (a: unknown, b: unknown) => JSON.stringify(a) === JSON.stringify(b);
  return (
    !same(bank.value.content, item.value.content) &&
    same(forSitting(bank.value.content), forSitting(item.value.content))
  );
});
async function takeIntoBank(): Promise<void> {
  const {
    id: itemId,
    revisionId: basedOn,
    subject,
    grades,
    standards,
    depth,
    seconds,
    tags,
    author,
    licence,
  } = present(bank.value, 'bank');
  const facts = {
    subject,
    grades,
    standards: standards.map(({ id }) => id),
    depth,
    seconds,
    tags,
    author,
    licence,
  };
  try {
    await call('reviseItem', {
      params: { itemId },
      body: { basedOn, content: present(item.value, 'item').content, facts },
    });
    done('The bank’s item has this key now; tests that pin the earlier revision keep it.');
    await readBank();
  } catch (error) {
    failed(error);
  }
}
async function readBank(): Promise<void> {
  const itemId = item.value?.itemId;
  // An item of a bank that I may no longer read is simply not offered.
  bank.value = itemId
    ? await call('readItem', { params: { itemId } }).then(
        (candidate) => candidate.item,
        () => null,
      )
    : null;
}
const planned = computed(() =>
  rescores.value.filter((rescore) => rescore.entry === entry || rescore.mayUndo),
);
</script>

<template>
  <PageHead
    :title="item ? `What counts: question ${item.number}` : 'What counts'"
    :where="results?.title ?? 'Results'"
  >
    <RouterLink :to="`/results/${assignmentId}/items${item ? `?item=${item.number}` : ''}`"
      >Back to the items</RouterLink
    >
  </PageHead>
  <p v-if="failedToLoad" class="wrong inset" role="alert">{{ failedToLoad }}</p>
  <p v-else-if="results && !item" class="wrong inset">This item is no longer in the results.</p>
  <FacingPages
    v-if="item && content"
    name="rescore"
    left="The change"
    right="What it does"
    :start="50"
  >
    <template #left>
      <div class="inset">
        <RichText :html="item.content.stem" />
        <fieldset>
          <legend>How it counts</legend>
          <label><input v-model="way" type="radio" value="key" /> by its key</label>
          <label
            ><input v-model="way" type="radio" value="all-points" /> everybody has all its
            points</label
          >
          <label><input v-model="way" type="radio" value="left-out" /> it is left out</label>
        </fieldset>
        <template v-if="way === 'key'">
          <fieldset v-if="quick >= 0 && !whole">
            <legend>Right</legend>
            <label v-for="choice in choicesOf(quick)" :key="choice.id">
              <input
                type="checkbox"
                :checked="choice.right"
                @change="toggleKey(quick, choice.id)"
              />
              {{ choice.said }}
              <span class="faded small">{{ count(taken(choice.id), 'student') }}</span>
            </label>
          </fieldset>
          <template v-if="quick < 0 || whole">
            <p class="faded small">
              Change only what counts as right: what students saw stays as it was.
            </p>
            <PartEditor
              v-for="(part, index) in content.parts"
              :key="part.id"
              :model-value="part"
              :problems="[]"
              :at="index"
              :earlier="content.parts.slice(0, index)"
              :several="content.parts.length > 1"
              @update:model-value="setPart(index, $event)"
            />
          </template>
          <p v-if="quick >= 0">
            <button type="button" class="word" @click="whole = !whole">
              {{ whole ? 'Only which choices are right' : 'The whole key and its rule' }}
            </button>
          </p>
          <label class="field">
            <span class="label">Worth, in points</span>
            <input
              v-model="points"
              class="plain-input few"
              inputmode="decimal"
              autocomplete="off"
            />
          </label>
        </template>
        <p v-if="change"><button type="button" class="word" @click="start">As it is now</button></p>
        <p v-if="bankLags && !change" class="bank">
          The bank’s own item still has another key.
          <button type="button" class="word" @click="takeIntoBank">
            Take this key into the bank
          </button>
        </p>
        <template v-if="planned.length">
          <h3 class="gap">Changed before</h3>
          <ul class="before">
            <li v-for="rescore in planned" :key="rescore.id" :class="{ undone: rescore.undone }">
              <template v-if="rescore.number !== item.number"
                >Question {{ rescore.number }}: </template
              >{{ rescore.words }}
              <span class="faded small"
                >{{ rescore.by }}, {{ words.time(rescore.at) }}; {{ rescore.gained }} gained,
                {{ rescore.lost }} lost{{ rescore.reason ? `; ${rescore.reason}` : ''
                }}{{ rescore.undone ? `; undone by ${rescore.undone.by}` : '' }}</span
              >
              {{ ' '
              }}<button v-if="rescore.mayUndo" type="button" class="word" @click="undo(rescore.id)">
                Undo
              </button>
            </li>
          </ul>
        </template>
      </div>
    </template>
    <template #right>
      <div class="inset" :aria-busy="busy">
        <p v-if="wrong" class="wrong" role="alert">{{ wrong }}</p>
        <template v-if="ahead && change">
          <RescoreEffect :ahead="ahead">
            <label class="field">
              <span class="label">Reason <span class="faded">kept with the change</span></span>
              <input v-model="reason" class="plain-input" maxlength="500" />
            </label>
            <p>
              <label
                ><input v-model="tell" type="checkbox" /> Tell students, with the reason, where they
                read their score</label
              >
            </p>
            <el-button type="primary" :loading="busy" @click="make(reason, tell)"
              >Rescore {{ count(ahead.attempts, 'attempt') }}</el-button
            >
          </RescoreEffect>
        </template>
        <p v-else-if="!wrong" class="faded">
          Change something at the left: this side says who gains and who loses, before anything is
          done.
        </p>
      </div>
    </template>
  </FacingPages>
</template>

<style scoped>
.inset {
  padding: 16px 24px;
}
fieldset {
  border: 0;
  border-top: var(--line);
  margin: 10px 0;
  padding: 8px 0 0;
  display: grid;
  gap: 4px;
}
legend {
  font-weight: 600;
  padding-right: 8px;
}
.few {
  width: 110px;
}
.bank {
  border-left: 4px solid var(--partial);
  padding-left: 12px;
}
.gap {
  margin: 18px 0 4px;
}
.before {
  padding-left: 18px;
}
.undone {
  color: var(--faded);
  text-decoration: line-through;
}
</style>
