<script setup lang="ts">
/** Look at these: rows that could mean more than one thing, and pages that could not be placed, one key each. */
import { computed } from 'vue';
import { useRoute, useRouter } from 'vue-router';
import EmptyNote from '../../parts/EmptyNote.vue';
import LoadingLines from '../shared/LoadingLines.vue';
import PageHead from '../shared/PageHead.vue';
import { say } from '../../words/teacher';
import PageLook from './PageLook.vue';
import RowLook from './RowLook.vue';
import { useLook } from './useLook';

const route = useRoute();
const router = useRouter();
const assignmentId = Number(route.params.assignmentId);
const wanted = Number(route.query.page) || null;
const look = useLook(assignmentId, wanted);
const { looked, things, place, now, wrong, busy } = look;
const where = computed(() => `${say('paper.title')} · ${looked.value?.title ?? ''}`);
</script>

<template>
  <PageHead :title="say('paper.lookAtThese')" :where="where">
    <span v-if="now" class="faded" role="status">{{
      say('paper.progress', { place: place + 1, n: things.length })
    }}</span>
    <RouterLink :to="`/assignments/${assignmentId}/paper`">{{
      say('paper.backToPaper')
    }}</RouterLink>
  </PageHead>
  <p v-if="wrong" class="wrong inset" role="alert">{{ wrong }}</p>
  <LoadingLines v-if="!looked && !wrong" :rows="6" />
  <div v-else-if="looked" class="desk-of-one">
    <template v-if="now">
      <RowLook
        v-if="now.kind === 'row'"
        :key="now.key"
        :row="now.row"
        :decided="now.decided"
        :busy="busy"
        :may-change="looked.mayChange"
        @decide="look.decideRow"
        @next="look.next"
        @back="look.back"
      />
      <PageLook
        v-else
        :key="now.key"
        :page="now.page"
        :decided="now.decided"
        :looked="looked"
        :busy="busy"
        @decide="look.decidePage"
        @next="look.next"
        @back="look.back"
      />
    </template>
    <EmptyNote v-else :title="say('paper.nothingToLookAt')"
      >{{ say('paper.nothingToLookAtHint') }}
      <ElButton class="home" @click="router.push(`/assignments/${assignmentId}/paper`)">{{
        say('paper.backToPaper')
      }}</ElButton></EmptyNote
    >
  </div>
</template>

<style scoped>
.desk-of-one {
  flex: 1;
  overflow: auto;
  padding: 18px 24px 30px;
}
.inset {
  padding: 10px 24px 0;
}
.home {
  margin-inline-start: 12px;
}
@media (max-width: 820px) {
  .desk-of-one {
    padding: 12px 14px;
  }
}
</style>
