<script setup lang="ts">
/** The way to every page: down the left edge, on a narrow screen along the bottom with the rarer things behind "More". */
import {
  BookOpenText,
  CalendarDays,
  ChartNoAxesColumn,
  CircleQuestionMark,
  Ellipsis,
  FileText,
  Hand,
  ListTree,
  LogOut,
  Moon,
  PenLine,
  Search,
  Sun,
  Sunrise,
  UserRound,
  Users,
  Wifi,
} from '@lucide/vue';
import { useMediaQuery } from '@vueuse/core';
import { computed } from 'vue';
import { useRoute, useRouter } from 'vue-router';
import { useSession } from '../client/session';
import { theme, turnTheme } from '../theme/theme';
import { say } from '../words/teacher';
import LastSteps from './shared/LastSteps.vue';

const emit = defineEmits<{ leave: []; find: [] }>();
const session = useSession();
const route = useRoute();
const router = useRouter();
const narrow = useMediaQuery('(max-width: 820px)');

const teacherPlaces = [
  { to: '/', name: say('desk.today'), icon: Sunrise },
  { to: '/banks', name: say('common.banks'), icon: BookOpenText },
  { to: '/tests', name: say('common.tests'), icon: FileText },
  { to: '/classes', name: say('common.classes'), icon: Users },
  { to: '/rounds', name: say('rounds.place'), icon: Hand },
  { to: '/schedule', name: say('desk.schedule'), icon: CalendarDays },
  { to: '/marking', name: say('desk.marking'), icon: PenLine },
  { to: '/results', name: say('common.results'), icon: ChartNoAxesColumn },
];
const officePlaces = [
  { to: '/office', name: say('desk.people'), icon: Users },
  { to: '/office/standards', name: say('common.standards'), icon: ListTree },
  { to: '/office/network', name: say('office.networkShort'), icon: Wifi },
];
/** On a phone there is room for seven; what is planned at a desk stands behind "More". */
const rarePlaces = ['/schedule'];
const allPlaces = computed(() =>
  session.account?.role === 'administrator' ? officePlaces : teacherPlaces,
);
const isRare = ({ to }: { to: string }) => narrow.value && rarePlaces.includes(to);
const places = computed(() => allPlaces.value.filter((place) => !isRare(place)));
const furtherPlaces = computed(() => allPlaces.value.filter(isRare));
const isHere = (to: string) =>
  to === '/' || to === '/office'
    ? route.path === to
    : route.path.startsWith(to) ||
      (to === '/banks' && /^\/(items|passages)/.test(route.path)) ||
      (to === '/schedule' && /^\/(assignments|watch)/.test(route.path));
const turnWords = computed(() =>
  theme.value === 'dark' ? say('desk.lightPage') : say('desk.darkPage'),
);
function take(act: string): void {
  void (acts[act] ?? (() => router.push(act)))();
}
const acts: Record<string, () => unknown> = {
  theme: turnTheme,
  account: () => router.push('/account'),
  find: () => emit('find'),
  help: () => router.push('/help'),
  leave: () => emit('leave'),
};
</script>

<template>
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
    <div v-if="narrow" class="below">
      <LastSteps />
      <ElDropdown :persistent="false" trigger="click" placement="top-end" @command="take">
        <button type="button" class="place">
          <Ellipsis :size="20" :stroke-width="1.7" aria-hidden="true" />
          {{ say('desk.more') }}
        </button>
        <template #dropdown>
          <ElDropdownMenu>
            <ElDropdownItem disabled>{{
              say('desk.signedInAsName', { name: session.name })
            }}</ElDropdownItem>
            <ElDropdownItem v-for="place in furtherPlaces" :key="place.to" :command="place.to">{{
              place.name
            }}</ElDropdownItem>
            <ElDropdownItem command="find">{{ say('desk.find') }}</ElDropdownItem>
            <ElDropdownItem command="help">{{ say('help.title') }}</ElDropdownItem>
            <ElDropdownItem command="account">{{ say('desk.account') }}</ElDropdownItem>
            <ElDropdownItem command="theme">{{ turnWords }}</ElDropdownItem>
            <ElDropdownItem command="leave">{{ say('desk.signOut') }}</ElDropdownItem>
          </ElDropdownMenu>
        </template>
      </ElDropdown>
    </div>
    <div v-else class="below">
      <LastSteps />
      <button class="place" :title="say('anything.title')" @click="emit('find')">
        <Search :size="18" :stroke-width="1.7" aria-hidden="true" />
        {{ say('desk.find') }}
      </button>
      <RouterLink to="/help" class="place" :class="{ here: isHere('/help') }">
        <CircleQuestionMark :size="18" :stroke-width="1.7" aria-hidden="true" />
        {{ say('help.title') }}
      </RouterLink>
      <button class="place" :title="turnWords" @click="turnTheme">
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
        @click="emit('leave')"
      >
        <LogOut :size="18" :stroke-width="1.7" aria-hidden="true" />
        {{ say('desk.signOut') }}
      </button>
    </div>
  </nav>
</template>

<style>
.spine {
  background: var(--oak-deep);
  border-inline-end: 4px solid var(--oak-light);
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
@media (max-height: 860px) {
  .spine .place {
    padding: 9px 2px 7px;
  }
}
@media (max-width: 820px) {
  .spine {
    order: 2;
    flex-direction: row;
    border-inline-end: 0;
    border-top: 3px solid var(--oak-light);
    padding: 0;
    overflow-x: auto;
  }
  .spine .place {
    padding: 6px 1px;
    min-width: 46px;
    font-size: 0.72rem;
  }
  .spine .below .place {
    padding-inline: 8px;
  }
  .spine .below {
    margin-block: 0;
    margin-inline: auto 0;
    display: flex;
  }
}
@media (max-width: 820px) and (max-height: 560px) {
  .spine .place {
    padding: 3px 1px;
    gap: 0;
  }
}
</style>
