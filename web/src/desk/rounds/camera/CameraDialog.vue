<script setup lang="ts">
/** How a class answers by strips: the phone that reads them, and what the projector shows then. */
import type { RoundDesk } from '@oaken/contract/rounds';
import { computed } from 'vue';
import QrCode from '../../../parts/QrCode.vue';
import { say } from '../../../words/teacher';
import type { RoundCommand } from '../useRound';

const open = defineModel<boolean>({ required: true });
const props = defineProps<{
  round: RoundDesk;
  busy: boolean;
  lead: (command: RoundCommand) => Promise<boolean>;
}>();
const path = computed(() => `/rounds/${props.round.id}/camera`);
const address = computed(() => location.origin + path.value);
</script>

<template>
  <ElDialog v-model="open" :title="say('rounds.strips')" width="520px">
    <p>{{ say('rounds.stripsHint') }}</p>
    <div class="phone">
      <QrCode :text="address" :label="address" :size="160" />
      <div>
        <p>{{ say('rounds.stripsOnPhone') }}</p>
        <p>
          <RouterLink :to="path">{{ say('rounds.stripsHere') }}</RouterLink>
        </p>
      </div>
    </div>
    <p>
      <ElCheckbox
        :model-value="round.strips"
        :disabled="busy"
        @update:model-value="lead({ do: 'use-strips', strips: Boolean($event) })"
        >{{ say('rounds.useStrips') }}</ElCheckbox
      >
      <span class="faded small hint">{{ say('rounds.useStripsHint') }}</span>
    </p>
    <p>
      <RouterLink :to="{ path: `/classes/${round.classId}`, query: { strips: '' } }">{{
        say('rounds.printStrips')
      }}</RouterLink>
    </p>
    <template #footer>
      <ElButton @click="open = false">{{ say('common.close') }}</ElButton>
    </template>
  </ElDialog>
</template>

<style scoped>
.phone {
  display: flex;
  flex-wrap: wrap;
  gap: 18px;
  align-items: center;
}
.phone > div {
  flex: 1;
  min-width: 200px;
}
.hint {
  display: block;
}
</style>
