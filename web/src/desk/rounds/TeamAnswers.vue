<script setup lang="ts">
/** What each team says, and how far it agrees; nobody is named. */
import type { RoundDesk } from '@oaken/contract/rounds';
import { listing } from '@oaken/core/text';
import { say } from '../../words/teacher';

type Team = NonNullable<RoundDesk['teams']>['list'][number];
defineProps<{
  teams: readonly (Pick<Team, 'name' | 'answered' | 'agree' | 'words'> & { right?: boolean })[];
  marks?: boolean;
}>();
function words({ answered, agree, words: said }: Pick<Team, 'answered' | 'agree' | 'words'>) {
  if (answered === 0) return say('wall.teamNone');
  if (said.length === 0 && agree > 0) return say('wall.answeredOnly', { answered });
  if (agree === 0) return say('wall.teamSplit', { answered });
  return say('wall.teamSays', { agree, answered, words: listing(said) });
}
</script>

<template>
  <ul>
    <li v-for="team in teams" :key="team.name">
      <b>{{ team.name }}</b> {{ words(team) }}
      <b v-if="marks && team.right" class="right"
        >✓ <span class="unseen">{{ say('rounds.right') }}</span></b
      >
    </li>
  </ul>
</template>

<style scoped>
ul {
  list-style: none;
  margin: 10px 0;
  padding: 0;
}
li {
  padding: 4px 0;
  border-bottom: var(--line);
}
.right {
  color: var(--secure);
}
</style>
