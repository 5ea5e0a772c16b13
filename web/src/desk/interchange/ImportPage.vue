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
import PageHead from '../../parts/PageHead.vue';
import { useLibrary } from '../library/library';
import PlaceDialog from '../library/PlaceDialog.vue';
import FileButton from '../../parts/FileButton.vue';

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
  if (!bank) return 'no bank';
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
    ? `${current.done.toLocaleString('en')} of ${count(current.rows, 'row')}`
    : 'the first rows';
  return {
    reading: `Checking ${of} …`,
    checked: `${count(current.rows, 'row')} checked: ${current.good.toLocaleString('en')} good, ${current.bad.toLocaleString('en')} with something wrong.`,
    writing: `Making items, ${current.done.toLocaleString('en')} of ${current.good.toLocaleString('en')} …`,
    done: `${count(current.done, 'item')} ${current.done === 1 ? 'is' : 'are'} in ${where.value}.`,
    cancelled: 'Cancelled. Nothing was made.',
    failed: current.message,
  }[current.state];
});
</script>

<template>
  <PageHead title="Bring items in" where="Banks"
    ><RouterLink to="/banks">Back to the banks</RouterLink></PageHead
  >
  <div class="one-sheet">
    <ol class="steps">
      <li>
        <h2>Where they go</h2>
        <p>
          {{ where }}
          <button class="word" :disabled="running" @click="choosing = true">
            choose another place</button
          ><br />
          <span class="faded small">They go just there; no folders are made.</span>
        </p>
      </li>
      <li>
        <h2>The table</h2>
        <p>
          A CSV file, or a zip with one CSV file and the pictures that it names.
          <a :href="addressOf('itemTemplate')" download>Download a template</a>
        </p>
        <FileButton
          accept=".csv,.zip,text/csv,application/zip"
          :disabled="sending || running || place.bank === null"
          @chosen="send"
          >Choose a CSV or zip file …</FileButton
        >
        <details>
          <summary>What goes into which column</summary>
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
        <h2>What was found</h2>
        <p v-if="wrong" class="wrong" role="alert">{{ wrong }}</p>
        <p v-if="sending" role="status">Sending …</p>
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
                <th class="figures">Line</th>
                <th>Column</th>
                <th>What is wrong</th>
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
            <h3>Almost the same words as items that are there</h3>
            <ul>
              <li v-for="copy in state.near" :key="copy.line">
                Line {{ copy.line }}: {{ copy.words }}
                <RouterLink :to="`/items/${copy.itemId}`" target="_blank"
                  >the item that is there</RouterLink
                >
              </li>
            </ul>
          </template>
        </template>
      </li>
    </ol>
  </div>
  <FootingLine label="Import">
    <span v-if="state?.rows"
      ><b>{{ count(state.rows, 'row') }}</b></span
    >
    <span v-if="state?.state === 'checked'"
      ><b>{{ state.good.toLocaleString('en') }}</b> good</span
    >
    <span v-if="state?.bad"
      ><b>{{ state.bad.toLocaleString('en') }}</b> wrong</span
    >
    <span v-if="!state" class="faded">Nothing is made before you have seen what was found.</span>
    <template #actions>
      <button v-if="running || state?.state === 'checked'" class="word" @click="cancel">
        Cancel
      </button>
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
        >Show them</ElButton
      >
      <ElButton
        v-else
        type="primary"
        :disabled="state?.state !== 'checked' || state.good === 0"
        @click="apply(state?.bad ? 'good' : 'all')"
        >Make
        {{
          state?.state !== 'checked'
            ? 'the items'
            : count(state.good, state.bad ? 'good item' : 'item')
        }}</ElButton
      >
    </template>
  </FootingLine>
  <PlaceDialog
    v-model="choosing"
    title="Where the items go"
    act="Put them there"
    :start="place"
    @done="place = $event"
  />
</template>

<style scoped>
.steps {
  max-width: 900px;
  margin: 0;
  padding-left: 22px;
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
