<script setup lang="ts">
/** Asking in class: what is prepared for each class, asking aloud, and what was asked so far. */
import type { AnswerOf, api, BodyOf } from '@oaken/contract';
import { useLocalStorage } from '@vueuse/core';
import { computed, onMounted, ref, watch } from 'vue';
import { useRouter } from 'vue-router';
import { call } from '../../client/call';
import { useSession } from '../../client/session';
import { useDoing } from '../../client/useDoing';
import EmptyNote from '../../parts/EmptyNote.vue';
import FootingLine from '../../parts/FootingLine.vue';
import FacingPages from '../shared/FacingPages.vue';
import LoadingLines from '../shared/LoadingLines.vue';
import PageHead from '../shared/PageHead.vue';
import { useMyClasses } from '../shared/useMyClasses';
import { useWords } from '../shared/words';
import { say } from '../../words/teacher';
import PaceChoice from './PaceChoice.vue';
import PreparedList from './PreparedList.vue';

type Rounds = AnswerOf<typeof api.listRounds>['rounds'];
const router = useRouter();
const session = useSession();
const words = useWords();
const { classes, readClasses } = useMyClasses();
const rounds = ref<Rounds | null>(null);
/** The class that was asked last is most often the one that is asked next. */
const chosen = useLocalStorage<number | null>('oaken-asked-class', null);
const prepared = ref(0);
const pace = ref<BodyOf<typeof api.beginRound>['pace']>(null);
const { wrong, busy, read, act } = useDoing();
let clientKey = crypto.randomUUID();

onMounted(() =>
  read(async () => {
    const [mine, asked] = await Promise.all([readClasses(), call('listRounds', {})]);
    rounds.value = asked.rounds;
    if (!mine.some(({ id }) => id === chosen.value)) chosen.value = mine[0]?.id ?? null;
  }),
);
const here = computed(() => classes.value.find(({ id }) => id === chosen.value) ?? null);
const running = computed(
  () => rounds.value?.find(({ classId, ended }) => classId === chosen.value && !ended) ?? null,
);
watch(chosen, () => ((prepared.value = 0), (clientKey = crypto.randomUUID())));

const title = () => say('rounds.onDay', { date: words.date(session.now()) });
const begin = (what: 'prepared' | 'nothing') =>
  act(async () => {
    const classId = chosen.value;
    if (classId === null) return;
    const from = { what, title: title() };
    const body = { clientKey, classId, from, pace: what === 'prepared' ? pace.value : null };
    const { id } = await call('beginRound', { body });
    await router.push(what === 'nothing' ? `/rounds/${id}?aloud` : `/rounds/${id}`);
  });
</script>

<template>
  <PageHead
    :title="say('rounds.title')"
    :where="here ? say('rounds.leading', { name: here.name }) : ''"
  />
  <p v-if="wrong" class="wrong inset" role="alert">{{ wrong }}</p>
  <FacingPages
    name="rounds"
    :left="say('rounds.prepared')"
    :right="say('rounds.soFar')"
    :start="54"
  >
    <template #left>
      <div class="inset">
        <LoadingLines v-if="!rounds && !wrong" />
        <template v-if="here">
          <ElRadioGroup v-model="chosen" :aria-label="say('rounds.whichClass')">
            <ElRadioButton v-for="each in classes" :key="each.id" :value="each.id">{{
              each.name
            }}</ElRadioButton>
          </ElRadioGroup>
          <p v-if="running" class="running">
            {{ running.title }}: {{ say('rounds.goingOn') }}.
            <RouterLink :to="`/rounds/${running.id}`">{{ say('rounds.lead') }}</RouterLink>
          </p>
          <div v-else class="begin">
            <ElButton
              size="large"
              :type="prepared > 0 ? 'default' : 'primary'"
              :loading="busy"
              @click="begin('nothing')"
              >{{ say('rounds.beginNothing') }}</ElButton
            >
            <ElButton
              v-if="prepared > 0"
              type="primary"
              size="large"
              :loading="busy"
              @click="begin('prepared')"
              >{{ say('rounds.beginPrepared') }}</ElButton
            >
          </div>
          <h2>{{ say('rounds.prepared') }}</h2>
          <PreparedList :class-id="here.id" :class-name="here.name" @counted="prepared = $event" />
          <PaceChoice v-if="prepared > 0 && !running" v-model="pace" class="pace" />
        </template>
        <EmptyNote v-else-if="rounds" :title="say('classes.noClassesYet')"
          ><RouterLink to="/classes">{{ say('common.classes') }}</RouterLink></EmptyNote
        >
      </div>
    </template>
    <template #right>
      <div class="inset">
        <h2>{{ say('rounds.soFar') }}</h2>
        <LoadingLines v-if="!rounds && !wrong" />
        <EmptyNote v-if="rounds?.length === 0" :title="say('rounds.soFarNone')">{{
          say('rounds.soFarNoneWords')
        }}</EmptyNote>
        <ul v-else class="rounds">
          <li v-for="round in rounds" :key="round.id">
            <span class="what">
              <RouterLink :to="`/rounds/${round.id}`">{{ round.title }}</RouterLink>
              <span class="faded small"
                >{{ round.className }} · {{ words.date(round.createdAt) }} ·
                {{ say('rounds.questionsAsked', { n: round.asked }) }}</span
              >
            </span>
            <b v-if="!round.ended">{{ say('rounds.goingOn') }}</b>
            <RouterLink v-else-if="round.assignmentId" :to="`/results/${round.assignmentId}`">{{
              say('rounds.results')
            }}</RouterLink>
          </li>
        </ul>
      </div>
    </template>
  </FacingPages>
  <FootingLine :label="say('common.totals')">
    <span
      ><b>{{
        say('rounds.questionsAsked', { n: (rounds ?? []).reduce((n, { asked }) => n + asked, 0) })
      }}</b></span
    >
  </FootingLine>
</template>

<style scoped>
.inset {
  padding: 14px 24px;
}
.begin {
  display: flex;
  flex-wrap: wrap;
  gap: 10px;
  margin-block: 18px;
}
.begin .el-button + .el-button {
  margin-inline-start: 0;
}
.running {
  margin-block: 18px;
  padding: 10px 14px;
  background: var(--wash);
}
.pace {
  margin-top: 18px;
}
.rounds {
  list-style: none;
  margin: 0;
  padding: 0;
}
.rounds li {
  display: flex;
  gap: 14px;
  justify-content: space-between;
  align-items: baseline;
  padding: 8px 0;
  border-bottom: var(--line);
}
.what {
  display: grid;
}
@media (max-width: 600px) {
  .inset {
    padding: 10px 14px;
  }
  .begin .el-button {
    flex: 1 1 100%;
    min-height: 56px;
    font-size: 1.1rem;
  }
}
</style>
