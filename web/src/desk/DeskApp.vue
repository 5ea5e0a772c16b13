<script setup lang="ts">
import { computed, defineAsyncComponent, ref } from 'vue';
import { useRoute, useRouter } from 'vue-router';
import { useSession } from '../client/session';
import DeskSpine from './DeskSpine.vue';
import SignInAgain from './accounts/SignInAgain.vue';
import { tourOpen } from './help/tour';
import FindAnything from './anything/FindAnything.vue';
import { open } from './router';
import { forgetPicks } from './banks/keptPicks';
import { sendKeptChanges } from './assessments/useChangeQueue';
import KeysDialog from './shared/KeysDialog.vue';
import { useDialogFocus } from './shared/useDialogFocus';
import { steps } from './shared/undo';
import ServerAway from './ServerAway.vue';
import UndoStrip from './shared/UndoStrip.vue';
import { say } from '../words/teacher';

const session = useSession();
sendKeptChanges();
/** Loaded when it is first taken. */
const DeskTour = defineAsyncComponent(() => import('./help/DeskTour.vue'));
useDialogFocus();
const finding = ref(false);
const route = useRoute();
const router = useRouter();

const bare = computed(
  () => open.includes(route.path) || !session.account || route.meta.bare === true,
);

/** Where the address says, once the server answers. */
const goOn = () => void router.replace(location.pathname + location.search);

async function leave(): Promise<void> {
  await session.signOut().catch(() => {});
  // The next one at this desk has steps and picks of their own.
  steps.value = [];
  forgetPicks();
  await router.push('/sign-in');
}
</script>

<template>
  <a class="skip" href="#page">{{ say('desk.skipPage') }}</a>
  <ServerAway v-if="session.away !== null" @back="goOn" />
  <div v-else-if="bare" class="bare"><RouterView /></div>
  <div v-else class="desk">
    <DeskSpine @leave="leave" @find="finding = true" />
    <main id="page" class="paper">
      <RouterView
        :key="
          String(route.params.testId ?? '') +
          String(route.params.assignmentId ?? '') +
          String(route.params.itemId ?? '') +
          String(route.params.passageId ?? '') +
          String(route.params.sheetId ?? '') +
          String(route.params.studentId ?? '') +
          String(route.params.entryId ?? '') +
          String(route.params.secondMarkingId ?? '') +
          String(route.params.roundId ?? '') +
          route.matched[0]?.path
        "
      />
    </main>
    <UndoStrip class="screen-only" />
    <SignInAgain />
    <KeysDialog />
    <DeskTour v-if="tourOpen" />
    <FindAnything v-model="finding" />
  </div>
</template>

<style>
.skip {
  position: absolute;
  inset-inline-start: -999px;
}
.skip:focus {
  inset-inline-start: 8px;
  top: 8px;
  z-index: 50;
  background: var(--sheet);
  padding: 8px 12px;
}
.desk {
  display: grid;
  grid-template-columns: 84px minmax(0, 1fr);
  height: 100vh;
}
.paper {
  min-width: 0;
  height: 100vh;
  display: flex;
  flex-direction: column;
  overflow: hidden;
}
@media (max-width: 820px) {
  .desk {
    grid-template-columns: 1fr;
    grid-template-rows: minmax(0, 1fr) auto;
  }
  .paper {
    height: auto;
    min-height: 0;
  }
}
</style>
