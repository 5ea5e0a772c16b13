<script setup lang="ts">
/** A curriculum: its outline at the left, what the chosen line holds at the right. */
import { tableOfCurriculum } from '@oaken/core/curriculum';
import { computed, onMounted, ref } from 'vue';
import { useRoute, useRouter } from 'vue-router';
import { call } from '../../client/call';
import { useDoing } from '../../client/useDoing';
import EmptyNote from '../../parts/EmptyNote.vue';
import FootingLine from '../../parts/FootingLine.vue';
import SelectField from '../../parts/SelectField.vue';
import { saveLines } from '../results/copyTable';
import FacingPages from '../shared/FacingPages.vue';
import LoadingLines from '../shared/LoadingLines.vue';
import PageHead from '../shared/PageHead.vue';
import { done, failed } from '../shared/undo';
import { say } from '../../words/teacher';
import { useCurricula } from './curricula';
import CurriculumSettings from './CurriculumSettings.vue';
import LineContents from './LineContents.vue';
import NewCurriculumDialog from './NewCurriculumDialog.vue';
import OutlineList from './OutlineList.vue';

const route = useRoute();
const router = useRouter();
const store = useCurricula();
const { wrong, read } = useDoing();
const making = ref(false);
const describing = ref(false);
onMounted(() => read(() => store.load()));

const numberIn = (value: unknown) => Number(value) || null;
const curriculum = computed(
  () =>
    store.curricula.find(({ id }) => id === numberIn(route.params.curriculumId)) ??
    (route.params.curriculumId ? null : (store.curricula[0] ?? null)),
);
const chosen = computed({
  get: () => numberIn(route.query.line),
  set: (id) => void router.replace({ query: id === null ? {} : { line: id } }),
});
const line = computed(() => curriculum.value?.lines.find(({ id }) => id === chosen.value) ?? null);
const open = (id: number | null) =>
  void router.push(id === null ? '/curricula' : `/curricula/${id}`);
const where = computed(() => {
  if (!curriculum.value || curriculum.value.mine) return say('curriculum.about');
  return say('curriculum.ownedBy', { owner: curriculum.value.owner });
});

function exportCsv(): void {
  if (curriculum.value) saveLines(curriculum.value.name, tableOfCurriculum(curriculum.value.lines));
}
async function remove(): Promise<void> {
  if (!curriculum.value) return;
  const { id: curriculumId, name } = curriculum.value;
  try {
    await call('removeCurriculum', { params: { curriculumId } });
    open(null);
    await store.load();
    done(say('curriculum.removed', { name }), async () => {
      await call('restoreCurriculum', { params: { curriculumId } });
      await store.load();
    });
  } catch (error) {
    failed(error);
  }
}
</script>

<template>
  <PageHead :title="curriculum?.name ?? say('curriculum.title')" :where="where">
    <SelectField
      v-if="store.curricula.length > 1"
      :model-value="curriculum?.id ?? null"
      :aria-label="say('curriculum.chooseCurriculum')"
      @update:model-value="open"
      ><ElOption v-for="{ id, name } in store.curricula" :key="id" :value="id" :label="name"
    /></SelectField>
    <template v-if="curriculum">
      <ElButton @click="describing = true">{{ say('curriculum.settings') }}</ElButton>
      <ElButton @click="exportCsv">{{ say('curriculum.exportCsv') }}</ElButton>
      <ElButton v-if="curriculum.mine" @click="remove">{{ say('curriculum.delete') }}</ElButton>
    </template>
    <ElButton type="primary" @click="making = true">{{ say('curriculum.newCurriculum') }}</ElButton>
  </PageHead>
  <p v-if="wrong" class="wrong inset" role="alert">{{ wrong }}</p>
  <LoadingLines v-else-if="!store.known" />
  <EmptyNote v-else-if="!curriculum" :title="say('curriculum.noneYet')">{{
    say('curriculum.whatItIsFor')
  }}</EmptyNote>
  <FacingPages
    v-else
    name="curriculum"
    :left="say('curriculum.outline')"
    :right="say('curriculum.contents')"
    :start="52"
  >
    <template #left>
      <div class="inset">
        <p v-if="curriculum.lines.length === 0" class="faded">{{ say('curriculum.noLines') }}</p>
        <OutlineList :key="curriculum.id" v-model="chosen" :curriculum="curriculum" />
      </div>
    </template>
    <template #right>
      <LineContents v-if="line" :curriculum="curriculum" :line="line" />
      <EmptyNote v-else :title="say('curriculum.chooseLine')">{{
        say('curriculum.chooseLineHint')
      }}</EmptyNote>
    </template>
  </FacingPages>
  <FootingLine :label="say('common.totals')">
    <span v-if="curriculum"
      ><b>{{ say('curriculum.linesCounted', { n: curriculum.lines.length }) }}</b></span
    >
  </FootingLine>
  <NewCurriculumDialog v-model="making" @made="open" />
  <CurriculumSettings v-if="curriculum" v-model="describing" :curriculum="curriculum" />
</template>

<style scoped>
.inset {
  padding: 14px 22px;
}
</style>
