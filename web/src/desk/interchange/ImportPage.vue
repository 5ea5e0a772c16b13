<script setup lang="ts">
/** Bringing items in from a table: chosen, checked row by row, then made, all good rows or none. */
import { present } from '@oaken/core/certain';
import type { ImportState } from '@oaken/contract/interchange';
import { itemColumns } from '@oaken/core/interchange';
import { count } from '@oaken/core/text';
import { computed, onMounted, onUnmounted, ref } from 'vue';
import { useRoute } from 'vue-router';
import { useDoing } from '../../client/useDoing';
import { addressOf, call } from '../../client/call';
import { inWords, request } from '../../client/request';
import FootingLine from '../../parts/FootingLine.vue';
import PageHead from '../shared/PageHead.vue';
import { useLibrary } from '../library/library';
import PlaceDialog from '../library/PlaceDialog.vue';
import FileButton from '../../parts/FileButton.vue';
import { say } from '../../words/teacher';

const route = useRoute();
const library = useLibrary();
const number = (value: unknown) => (/^\d+$/.test(String(value)) ? Number(value) : null);
const place = ref<{ bank: number | null; folder: number | null }>({
  bank: number(route.query.bank),
  folder: number(route.query.folder),
});
const choosing = ref(false);
const state = ref<ImportState | null>(null);
const { wrong, read } = useDoing();
const sending = ref(false);
let timer: ReturnType<typeof setTimeout> | undefined;

onMounted(async () => {
  await read(async () => {
    await library.load();
    if (!library.mayChange.some(({ id }) => id === place.value.bank))
      place.value = { bank: library.mayChange[0]?.id ?? null, folder: null };
  });
});
onUnmounted(() => clearTimeout(timer));

const where = computed(() => {
  const bank = library.banks.find(({ id }) => id === place.value.bank);
  const folder = bank?.folders.find(({ id }) => id === place.value.folder);
  if (!bank) return say('items.noBank');
  return folder ? `${bank.name} · ${folder.name}` : bank.name;
});
const running = computed(
  () => state.value?.state === 'reading' || state.value?.state === 'writing',
);

async function look(id: string): Promise<void> {
  try {
    state.value = await call('readImport', { params: { importId: id } });
    wrong.value = '';
  } catch (error) {
    wrong.value = inWords(error);
  }
  if (running.value) timer = setTimeout(() => void look(id), 400);
  else if (state.value?.state === 'done') await library.loadBanks();
}
async function send(file: File): Promise<void> {
  if (place.value.bank === null) return;
  clearTimeout(timer);
  wrong.value = '';
  state.value = null;
  sending.value = true;
  try {
    const path = addressOf(
      'beginImport',
      {},
      { name: file.name, bank: place.value.bank, folder: place.value.folder },
    );
    const { id } = await request<{ id: string }>('POST', path, file);
    await look(id);
  } catch (error) {
    wrong.value = inWords(error);
  } finally {
    sending.value = false;
  }
}
async function act(work: Promise<unknown>): Promise<void> {
  await read(async () => {
    await work;
    await look(present(state.value, 'state').id);
  });
}
const apply = (take: 'good' | 'all') =>
  act(
    call('applyImport', { params: { importId: present(state.value, 'state').id }, body: { take } }),
  );
const cancel = () =>
  act(call('cancelImport', { params: { importId: present(state.value, 'state').id } }));
const stateWords = computed(() => {
  const current = state.value;
  if (!current) return '';
  const of = current.rows
    ? say('items.doneRows', { n: current.rows, done: current.done.toLocaleString('en') })
    : say('items.theFirstRows');
  return {
    reading: say('items.checking', { of }),
    checked: say('items.rowsCheckedGoodGood', {
      n: current.rows,
      good: current.good.toLocaleString('en'),
      bad: current.bad.toLocaleString('en'),
    }),
    writing: say('items.importingDoneGood', {
      done: current.done.toLocaleString('en'),
      good: current.good.toLocaleString('en'),
    }),
    done: say('items.itemsInWhere', { n: current.done, where: where.value }),
    cancelled: say('items.canceledNothingWasImported'),
    failed: current.message,
  }[current.state];
});
/** What the button would import. */
const importable = computed(() => {
  if (state.value?.state !== 'checked') return say('items.theItems');
  const { good, bad } = state.value;
  return bad ? say('items.goodItems', { n: good }) : count(good, 'item');
});
</script>

<template>
  <PageHead :title="say('items.importItems')" :where="say('common.banks')"
    ><RouterLink to="/banks">{{ say('items.backBanks') }}</RouterLink></PageHead
  >
  <div class="one-sheet">
    <ol class="steps">
      <li>
        <h2>{{ say('items.whereTheyGo') }}</h2>
        <p>
          {{ where }}
          <ElButton link class="word" :disabled="running" @click="choosing = true">
            {{ say('items.change') }}</ElButton><br />
          <span class="faded small">{{ say('items.itemsGoExactlyThere') }}</span>
        </p>
      </li>
      <li>
        <h2>{{ say('items.theTable') }}</h2>
        <p>
          {{ say('items.aCsvFileOr') }}
          <a :href="addressOf('itemTemplate')" download>{{ say('items.downloadTemplate') }}</a>
        </p>
        <FileButton
          accept=".csv,.zip,text/csv,application/zip"
          :disabled="sending || running || place.bank === null"
          @chosen="send"
          >{{ say('items.chooseCsvOrZip') }}</FileButton
        >
        <details>
          <summary>{{ say('items.whatGoesIntoWhich') }}</summary>
          <table class="ruled">
            <tbody>
              <tr v-for="[name, explains] in itemColumns" :key="name">
                <th scope="row">{{ name }}</th>
                <td>{{ explains }}</td>
              </tr>
            </tbody>
          </table>
        </details>
      </li>
      <li v-if="state || wrong || sending">
        <h2>{{ say('items.check') }}</h2>
        <p v-if="wrong" class="wrong" role="alert">{{ wrong }}</p>
        <p v-if="sending" role="status">{{ say('items.sending') }}</p>
        <template v-if="state">
          <p :class="{ wrong: state.state === 'failed' }" role="status">{{ stateWords }}</p>
          <progress
            v-if="running"
            :value="state.done"
            :max="Math.max(1, state.state === 'writing' ? state.good : state.rows)"
            :aria-label="stateWords"
          />
          <table v-if="state.problems.length" class="ruled">
            <thead>
              <tr>
                <th class="figures">{{ say('items.line') }}</th>
                <th>{{ say('items.column') }}</th>
                <th>{{ say('items.whatWrong') }}</th>
              </tr>
            </thead>
            <tbody>
              <tr v-for="(problem, index) in state.problems" :key="index">
                <td class="figures">{{ problem.line }}</td>
                <td>{{ problem.column }}</td>
                <td>{{ problem.message }}</td>
              </tr>
            </tbody>
          </table>
          <template v-if="state.near.length && state.state === 'checked'">
            <h3>{{ say('items.almostSameWordingAs') }}</h3>
            <ul>
              <li v-for="copy in state.near" :key="copy.line">
                {{ say('items.lineLineWords', { line: copy.line, words: copy.words }) }}
                <RouterLink :to="`/items/${copy.itemId}`" target="_blank">{{
                  say('items.theExistingItem')
                }}</RouterLink>
              </li>
            </ul>
          </template>
        </template>
      </li>
    </ol>
  </div>
  <FootingLine :label="say('items.import')">
    <span v-if="state?.rows"
      ><b>{{ say('items.rows', { n: state.rows }) }}</b></span
    >
    <span v-if="state?.state === 'checked'"
      ><b>{{ state.good.toLocaleString('en') }}</b> {{ say('items.good') }}</span
    >
    <span v-if="state?.bad"
      ><b>{{ state.bad.toLocaleString('en') }}</b> {{ say('items.wrong') }}</span
    >
    <span v-if="!state" class="faded">{{ say('items.nothingImportedUntilYou') }}</span>
    <template #actions>
      <ElButton link v-if="running || state?.state === 'checked'" class="word" @click="cancel">
        {{ say('common.cancel') }}
      </ElButton>
      <ElButton
        v-if="state?.state === 'done'"
        @click="
          $router.push({
            path: '/banks',
            query: {
              bank: place.bank ?? undefined,
              folder: place.folder ?? undefined,
              sort: 'newest',
            },
          })
        "
        >{{ say('items.showThem') }}</ElButton
      >
      <ElButton
        v-else
        type="primary"
        :disabled="state?.state !== 'checked' || state.good === 0"
        @click="apply(state?.bad ? 'good' : 'all')"
        >{{
          say('items.importTitle', {
            value: importable,
          })
        }}</ElButton
      >
    </template>
  </FootingLine>
  <PlaceDialog
    v-model="choosing"
    :title="say('items.whereItemsGo')"
    :act="say('items.chooseThisPlace')"
    :start="place"
    @done="place = $event"
  />
</template>

<style scoped>
.steps {
  max-width: 900px;
  margin: 0;
  padding-inline-start: 22px;
}
.steps > li {
  margin-bottom: 18px;
}
details table {
  margin-top: 8px;
}
details th {
  width: 140px;
}
progress {
  width: 320px;
  accent-color: var(--oak);
}
h3 {
  margin-top: 14px;
}
</style>
