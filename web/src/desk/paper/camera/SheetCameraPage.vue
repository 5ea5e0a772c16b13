<script setup lang="ts">
/** A phone that photographs answer sheets by itself, one after the other as they are put before it. */
import { useWakeLock } from '@vueuse/core';
import { computed, ref, watch } from 'vue';
import { useRoute } from 'vue-router';
import CameraTrouble from '../../camera/CameraTrouble.vue';
import { useCamera } from '../../camera/useCamera';
import PageHead from '../../shared/PageHead.vue';
import { say } from '../../../words/teacher';
import { usePaper } from '../usePaper';
import SheetView from './SheetView.vue';
import { useTakenSheets } from './useTakenSheets';

/** Enough for a page at 130 dpi. */
const size = { width: 1920, height: 1440 };
const assignmentId = Number(useRoute().params.assignmentId);
const { paper, wrong, load } = usePaper(assignmentId);
const { stream, trouble, open } = useCamera(size);
const { taken, wrong: refused, unsent, has, add } = useTakenSheets(assignmentId);
const wakeLock = useWakeLock();
watch(stream, (now) => now && void wakeLock.request('screen').catch(() => undefined));

const sheetOf = (number: number) => paper.value?.sheets.find(({ sheet }) => sheet === number);
const wanted = (number: number, page: number) => {
  const sheet = sheetOf(number);
  return sheet !== undefined && !sheet.read.includes(page) && !has(number, page);
};
function nameOf(number: number, page: number): string {
  const sheet = sheetOf(number);
  const name = sheet?.student?.name ?? say('paper.spareName', { sheet: number });
  return sheet && sheet.pages > 1 ? say('paper.nameAndPage', { name, page }) : name;
}
const states = {
  waiting: say('paper.photo.waiting'),
  sent: say('paper.photo.sent'),
  refused: say('paper.photo.refused'),
};
/** What the camera sees now, in a sentence. */
const now = ref('');
function see(number: number, page: number): void {
  now.value = sheetOf(number)
    ? say('paper.taken', { name: nameOf(number, page) })
    : say('paper.problem.foreign');
}
function keep(number: number, page: number, picture: Blob): void {
  add(number, page, picture);
  see(number, page);
}
const students = computed(() => paper.value?.sheets.filter(({ student }) => student) ?? []);
const inHand = computed(
  () =>
    students.value.filter(({ sheet, pages, read }) =>
      Array.from({ length: pages }, (_, index) => index + 1).every(
        (page) => read.includes(page) || has(sheet, page),
      ),
    ).length,
);
watch(unsent, (left, before) => left < before && void load());
</script>

<template>
  <PageHead :title="say('paper.takePhotos')" :where="paper?.title ?? ''">
    <RouterLink :to="`/assignments/${assignmentId}/paper`">{{
      say('paper.backToPaper')
    }}</RouterLink>
  </PageHead>
  <div class="page">
    <SheetView
      v-if="stream && paper"
      :stream="stream"
      :wanted="wanted"
      @known="see"
      @taken="keep"
    />
    <div v-else class="inset"><CameraTrouble :trouble="trouble" @again="open()" /></div>
    <div class="inset">
      <p class="state" role="status">
        <b>{{ now || say('paper.showASheet') }}</b>
      </p>
      <p>{{ say('paper.takenOf', { n: inHand, all: students.length }) }}</p>
      <p v-if="wrong || refused" class="wrong" role="alert">{{ wrong || refused }}</p>
      <p v-if="unsent > 0" role="status" class="unsent">
        {{ say('paper.unsentPhotos', { n: unsent }) }}
      </p>
      <p class="faded small">{{ say('paper.photosAreSent') }}</p>
      <ol v-if="taken.length > 0" class="taken">
        <li v-for="sheet in taken" :key="sheet.key">
          {{ nameOf(sheet.number, sheet.page) }}{{ ' ' }}
          <span class="faded">{{ states[sheet.state] }}</span>
        </li>
      </ol>
    </div>
  </div>
</template>

<style scoped>
.page {
  max-width: 900px;
}
.inset {
  padding: 10px 24px;
}
.state {
  font-size: 1.2em;
}
.unsent {
  background: var(--low-wash);
  padding: 6px 10px;
}
.taken {
  padding: 0;
  list-style: none;
}
.taken li {
  padding: 4px 0;
  border-bottom: 1px solid var(--rule);
}
@media (max-width: 600px) {
  .inset {
    padding: 8px 14px;
  }
}
</style>
