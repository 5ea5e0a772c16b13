<script setup lang="ts">
import {
  BookOpenText,
  CalendarDays,
  ChartNoAxesColumn,
  FileText,
  ListTree,
  LogOut,
  Moon,
  PenLine,
  Sun,
  Sunrise,
  UserRound,
  Users,
} from '@lucide/vue';
import { computed } from 'vue';
import { useRoute, useRouter } from 'vue-router';
import { useSession } from '../client/session';
import { theme, turnTheme } from '../theme/theme';
import LastSteps from './shared/LastSteps.vue';
import SignInAgain from './accounts/SignInAgain.vue';
import { open } from './router';
import { forgetPicks } from './banks/keptPicks';
import { sendKeptChanges } from './assessments/useChangeQueue';
import { steps } from './shared/undo';
import ServerAway from './ServerAway.vue';
import UndoStrip from './shared/UndoStrip.vue';
import { say } from '../words/teacher';

const session = useSession();
sendKeptChanges();
const route = useRoute();
const router = useRouter();

const teacherPlaces = [
  { to: '/', name: say('desk.today'), icon: Sunrise },
  { to: '/banks', name: say('common.banks'), icon: BookOpenText },
  { to: '/tests', name: say('common.tests'), icon: FileText },
  { to: '/classes', name: say('common.classes'), icon: Users },
  { to: '/schedule', name: say('desk.schedule'), icon: CalendarDays },
  { to: '/marking', name: say('desk.marking'), icon: PenLine },
  { to: '/results', name: say('common.results'), icon: ChartNoAxesColumn },
];
const officePlaces = [
  { to: '/office', name: say('desk.people'), icon: Users },
  { to: '/office/standards', name: say('common.standards'), icon: ListTree },
];
const places = computed(() =>
  session.account?.role === 'administrator' ? officePlaces : teacherPlaces,
);
const isHere = (to: string) =>
  to === '/' || to === '/office'
    ? route.path === to
    : route.path.startsWith(to) ||
      (to === '/banks' && /^\/(items|passages)/.test(route.path)) ||
      (to === '/schedule' && /^\/(assignments|watch)/.test(route.path));
const bare = computed(() => open.includes(route.path) || !session.account);

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
    <nav class="spine" :aria-label="say('desk.pages')">
      <RouterLink
        v-for="place in places"
        :key="place.to"
        :to="place.to"
        class="place"
        :class="{ here: isHere(place.to) }"
        :aria-current="isHere(place.to) ? 'page' : undefined"
      >
        <component :is="place.icon" :size="20" :stroke-width="1.7" aria-hidden="true" />
        {{ place.name }}
      </RouterLink>
      <div class="below">
        <LastSteps />
        <button
          class="place"
          :title="theme === 'dark' ? say('desk.lightPage') : say('desk.darkPage')"
          @click="turnTheme"
        >
          <component
            :is="theme === 'dark' ? Sun : Moon"
            :size="18"
            :stroke-width="1.7"
            aria-hidden="true"
          />
          {{ theme === 'dark' ? say('desk.light') : say('desk.dark') }}
        </button>
        <RouterLink
          to="/account"
          class="place"
          :class="{ here: isHere('/account') }"
          :title="say('desk.signedInAsName', { name: session.name })"
        >
          <UserRound :size="18" :stroke-width="1.7" aria-hidden="true" />
          {{ say('desk.account') }}
        </RouterLink>
        <button
          class="place"
          :title="say('desk.signedInAsName', { name: session.name })"
          @click="leave"
        >
          <LogOut :size="18" :stroke-width="1.7" aria-hidden="true" />
          {{ say('desk.signOut') }}
        </button>
      </div>
    </nav>
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
          route.matched[0]?.path
        "
      />
    </main>
    <UndoStrip class="screen-only" />
    <SignInAgain />
  </div>
</template>

<style>
.skip {
  position: absolute;
  left: -999px;
}
.skip:focus {
  left: 8px;
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
.spine {
  background: var(--oak-deep);
  border-right: 4px solid var(--oak-light);
  display: flex;
  flex-direction: column;
  padding: 10px 0;
  overflow-y: auto;
}
.spine .place {
  display: flex;
  flex-direction: column;
  align-items: center;
  gap: 3px;
  padding: 11px 2px 9px;
  color: #eaddca;
  font-size: 0.8rem;
  text-decoration: none;
  background: none;
  border: 0;
  cursor: pointer;
  width: 100%;
}
.spine .place:hover {
  background: rgb(255 255 255 / 8%);
}
.spine .place:focus-visible {
  outline-color: #fff;
  outline-offset: -3px;
}
.spine .here,
.spine .here:hover {
  background: var(--paper);
  color: var(--ink);
  font-weight: 650;
}
.spine .below {
  margin-top: auto;
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
  .spine {
    order: 2;
    flex-direction: row;
    border-right: 0;
    border-top: 3px solid var(--oak-light);
    padding: 0;
    overflow-x: auto;
  }
  .spine .place {
    padding: 7px 6px;
    min-width: 62px;
  }
  .spine .below {
    margin: 0 0 0 auto;
    display: flex;
  }
}
</style>
