<script setup lang="ts">
/** Actions as buttons in a row; on a narrow screen the first ones stay and the rest stand behind "More". */
import { useMediaQuery } from '@vueuse/core';
import { computed } from 'vue';
import { say } from '../../words/teacher';

export interface Action {
  id: string;
  words: string;
  disabled?: boolean;
}
const props = defineProps<{
  actions: readonly Action[];
  /** How many stay in sight where there is little room. */
  inSight: number;
}>();
const emit = defineEmits<{ act: [id: string] }>();
const narrow = useMediaQuery('(max-width: 1000px)');
const shown = computed(() =>
  narrow.value ? props.actions.slice(0, props.inSight) : props.actions,
);
const rest = computed(() => props.actions.slice(shown.value.length));
</script>

<template>
  <ElButton
    v-for="action in shown"
    :key="action.id"
    :disabled="action.disabled ?? false"
    @click="emit('act', action.id)"
    >{{ action.words }}</ElButton
  >
  <ElDropdown
    :persistent="false"
    v-if="rest.length"
    trigger="click"
    placement="top-end"
    @command="(id: string) => emit('act', id)"
  >
    <ElButton>{{ say('desk.more') }}</ElButton>
    <template #dropdown>
      <ElDropdownMenu>
        <ElDropdownItem
          v-for="action in rest"
          :key="action.id"
          :command="action.id"
          :disabled="action.disabled ?? false"
          >{{ action.words }}</ElDropdownItem
        >
      </ElDropdownMenu>
    </template>
  </ElDropdown>
</template>
