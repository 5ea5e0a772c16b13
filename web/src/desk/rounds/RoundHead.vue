<script setup lang="ts">
/** What can be done with a round as a whole while it goes on: the projector, guests, teams, its end. */
import type { RoundDesk } from '@oaken/contract/rounds';
import { ElMessageBox } from 'element-plus/es/components/message-box/index.mjs';
import { ref } from 'vue';
import PageHead from '../shared/PageHead.vue';
import { say } from '../../words/teacher';
import CameraDialog from './camera/CameraDialog.vue';
import TeamsDialog from './TeamsDialog.vue';
import type { RoundCommand } from './useRound';

const props = defineProps<{
  round: RoundDesk | null;
  busy: boolean;
  lead: (...steps: [RoundCommand, ...RoundCommand[]]) => Promise<boolean>;
}>();
const teaming = ref(false);
const reading = ref(false);
const project = () =>
  window.open(`/rounds/${props.round?.id}/screen`, `oaken-screen-${props.round?.id}`);

async function end(): Promise<void> {
  const sure = await ElMessageBox.confirm(
    say('rounds.endWords', { name: props.round?.className ?? '' }),
    say('rounds.endTitle'),
    { confirmButtonText: say('rounds.end'), cancelButtonText: say('common.cancel') },
  ).catch(() => false);
  if (sure) await props.lead({ do: 'end' });
}
async function save(
  teams: Extract<RoundCommand, { do: 'form-teams' }>['teams'],
  goal: number | null,
): Promise<void> {
  const stand = props.round?.entries.some(({ asked }) => asked) ?? false;
  const formed = stand ? [] : [{ do: 'form-teams', teams } as const];
  if (await props.lead({ do: 'set-goal', goal }, ...formed)) teaming.value = false;
}
</script>

<template>
  <PageHead
    :title="round?.title ?? say('rounds.title')"
    :where="round ? say('rounds.leading', { name: round.className }) : say('rounds.title')"
  >
    <RouterLink to="/rounds">{{ say('rounds.place') }}</RouterLink>
    <RouterLink v-if="round?.assignmentId" :to="`/results/${round.assignmentId}`">{{
      say('common.results')
    }}</RouterLink>
    <template v-if="round && !round.ended">
      <ElButton v-if="!round.pace" @click="reading = true">{{ say('rounds.strips') }}</ElButton>
      <ElButton @click="teaming = true">{{ say('rounds.teams') }}</ElButton>
      <ElButton :disabled="busy" @click="lead({ do: 'freeze', frozen: !round.frozen })">{{
        round.frozen ? say('rounds.unfreeze') : say('rounds.freeze')
      }}</ElButton>
      <ElButton @click="project">{{ say('rounds.projector') }}</ElButton>
      <ElButton @click="end">{{ say('rounds.end') }}</ElButton>
    </template>
  </PageHead>
  <CameraDialog v-if="round" v-model="reading" :round="round" :busy="busy" :lead="lead" />
  <TeamsDialog v-if="round" v-model="teaming" :round="round" :busy="busy" @save="save" />
</template>
