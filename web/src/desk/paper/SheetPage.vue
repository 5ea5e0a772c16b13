<script setup lang="ts">
/** One student's sheet as it came back: its pages, what was read of each row, and what people changed. */
import type { AnswerOf, api } from '@oaken/contract';
import { onMounted, ref } from 'vue';
import { useRoute } from 'vue-router';
import { call } from '../../client/call';
import { useDoing } from '../../client/useDoing';
import EmptyNote from '../../parts/EmptyNote.vue';
import { sizedPicture } from '../../parts/pictureSizes';
import FacingPages from '../shared/FacingPages.vue';
import LoadingLines from '../shared/LoadingLines.vue';
import PageHead from '../shared/PageHead.vue';
import { done } from '../shared/undo';
import { useWords } from '../shared/words';
import { say } from '../../words/teacher';
import SheetRow from './SheetRow.vue';

type Sheet = AnswerOf<typeof api.readSheet>;
const sheetId = Number(useRoute().params.sheetId);
const sheet = ref<Sheet | null>(null);
const { wrong, busy, read, act } = useDoing();
const { time } = useWords();
const load = () =>
  read(async () => {
    sheet.value = await call('readSheet', { params: { sheetId } });
  });
onMounted(load);

async function change(pageId: number, row: number, marks: string[]): Promise<void> {
  const saved = await act(() => call('decideRow', { params: { pageId, row }, body: { marks } }));
  if (!saved) return;
  await load();
  done(say('paper.rowSaved'));
}
</script>

<template>
  <PageHead
    :title="
      sheet ? say('paper.sheetOf', { name: sheet.name, sheet: sheet.sheet }) : say('paper.sheet')
    "
    :where="sheet ? `${say('paper.title')} · ${sheet.title}` : say('paper.title')"
  >
    <RouterLink v-if="sheet" :to="`/assignments/${sheet.assignmentId}/paper`">{{
      say('paper.backToPaper')
    }}</RouterLink>
  </PageHead>
  <p v-if="wrong" class="wrong inset" role="alert">{{ wrong }}</p>
  <LoadingLines v-if="!sheet && !wrong" :rows="8" />
  <EmptyNote v-else-if="sheet && sheet.pages.length === 0" :title="say('paper.state.out')">{{
    say('paper.noSheetsHint')
  }}</EmptyNote>
  <FacingPages
    v-else-if="sheet"
    name="sheet"
    :left="say('paper.pagePicture')"
    :right="say('paper.rowsRead')"
    :start="58"
  >
    <template #left>
      <figure v-for="page in sheet.pages" :key="page.id">
        <figcaption v-if="sheet.pages.length > 1">
          {{ say('paper.pageNumber', { page: page.page }) }}
        </figcaption>
        <img :src="sizedPicture(page.picture)" loading="lazy" :alt="say('paper.pagePicture')" />
      </figure>
    </template>
    <template #right>
      <section v-for="page in sheet.pages" :key="page.id" class="rows">
        <SheetRow
          v-for="row in page.rows"
          :key="row.row"
          :row="row"
          :picture="page.picture"
          :may-change="sheet.mayChange"
          :busy="busy"
          @change="change(page.id, row.row, $event)"
        />
      </section>
      <section v-if="sheet.decisions.length > 0" class="rows">
        <h2>{{ say('paper.history') }}</h2>
        <p v-for="(decision, index) in sheet.decisions" :key="index">
          {{
            say('paper.changedTo', {
              label: decision.label,
              was: decision.was || say('paper.empty'),
              became: decision.became || say('paper.empty'),
            })
          }}{{ ' ' }}
          <span class="faded">{{
            say('paper.byAt', { by: decision.by, at: time(decision.at) })
          }}</span>
        </p>
      </section>
    </template>
  </FacingPages>
</template>

<style scoped>
.inset {
  padding: 14px 24px;
}
figure {
  margin: 14px 24px;
}
figure img {
  max-width: 100%;
  border: 1px solid var(--rule-strong);
}
.rows {
  padding: 10px 20px;
}
.rows h2 {
  font-size: 1rem;
}
</style>
