<script setup lang="ts">
/** Items or tests placed in a line of a curriculum. */
import { computed, ref } from 'vue';
import { call } from '../../client/call';
import { useDoing } from '../../client/useDoing';
import { whenOpened } from '../../parts/whenOpened';
import SelectField from '../../parts/SelectField.vue';
import { done } from '../shared/undo';
import { say } from '../../words/teacher';
import { useCurricula } from './curricula';

const open = defineModel<boolean>({ required: true });
const props = defineProps<{ items: readonly number[]; tests: readonly number[] }>();
const emit = defineEmits<{ placed: [] }>();
const store = useCurricula();
const curriculumId = ref<number | null>(null);
const lineId = ref<number | null>(null);
const { wrong, busy, act, read } = useDoing();
const changeable = computed(() => store.curricula.filter(({ may }) => may === 'edit'));
const lines = computed(
  () => changeable.value.find(({ id }) => id === curriculumId.value)?.lines ?? [],
);

whenOpened(open, async () => {
  await read(() => store.load());
  if (!changeable.value.some(({ id }) => id === curriculumId.value))
    curriculumId.value = changeable.value[0]?.id ?? null;
  if (!lines.value.some(({ id }) => id === lineId.value)) lineId.value = null;
});

async function place(): Promise<void> {
  if (lineId.value === null) return;
  const params = { lineId: lineId.value };
  await act(async () => {
    const body = { items: [...props.items], tests: [...props.tests] };
    const { items, tests, already } = await call('placeInCurriculum', { params, body });
    const n = items.length + tests.length;
    const text = say('curriculum.placedIn', { n, line: store.nameOf(params.lineId) });
    await store.load();
    done(
      already > 0 ? `${text} ${say('curriculum.alreadyThere', { n: already })}` : text,
      n > 0 ? () => takeOut(params.lineId, items, tests) : undefined,
      {
        to: `/curricula/${curriculumId.value}?line=${params.lineId}`,
        text: say('curriculum.open'),
      },
    );
    open.value = false;
    emit('placed');
  });
}
async function takeOut(line: number, items: number[], tests: number[]): Promise<void> {
  const params = { lineId: line };
  const { contents } = await call('readCurriculumLine', { params });
  const kept = contents.filter(({ kind, id }) => !(kind === 'item' ? items : tests).includes(id));
  await call('arrangeCurriculumLine', {
    params,
    body: { contents: kept.map(({ kind, id }) => ({ kind, id })) },
  });
  await store.load();
}
</script>

<template>
  <ElDialog
    v-model="open"
    :title="
      tests.length
        ? say('curriculum.placeTests', { n: tests.length })
        : say('curriculum.placeItems', { n: items.length })
    "
    width="520px"
    append-to-body
  >
    <p v-if="store.known && changeable.length === 0">
      {{ say('curriculum.noneToPlaceIn') }}
      <RouterLink to="/curricula">{{ say('curriculum.makeOne') }}</RouterLink>
    </p>
    <template v-else>
      <p class="faded">{{ say('curriculum.placingChangesNothing') }}</p>
      <SelectField
        v-if="changeable.length > 1"
        v-model="curriculumId"
        :aria-label="say('curriculum.chooseCurriculum')"
        ><ElOption v-for="{ id, name } in changeable" :key="id" :value="id" :label="name"
      /></SelectField>
      <ul class="lines" tabindex="0" :aria-label="say('curriculum.outline')">
        <li
          v-for="line in lines"
          :key="line.id"
          :style="{ paddingInlineStart: `${line.level * 20}px` }"
        >
          <ElRadio
            name="line"
            :model-value="lineId === line.id"
            :value="true"
            @change="lineId = line.id"
            >{{ line.title }}</ElRadio
          >
        </li>
      </ul>
    </template>
    <p v-if="wrong" class="wrong" role="alert">{{ wrong }}</p>
    <template #footer>
      <ElButton @click="open = false">{{ say('common.cancel') }}</ElButton>
      <ElButton type="primary" :loading="busy" :disabled="lineId === null" @click="place">{{
        say('curriculum.place')
      }}</ElButton>
    </template>
  </ElDialog>
</template>

<style scoped>
.lines {
  list-style: none;
  margin: 10px 0 0;
  padding: 4px 0;
  max-height: 340px;
  overflow: auto;
  border-block: var(--line);
}
.lines li {
  padding: 2px 4px;
}
</style>
