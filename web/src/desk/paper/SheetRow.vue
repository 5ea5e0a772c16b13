<script setup lang="ts">
/** A row of a sheet: its picture, what was read, and a way to say that it means something else. */
import type { AnswerOf, api } from '@oaken/contract';
import { ref, watch } from 'vue';
import { toggled } from '../../parts/toggled';
import { say } from '../../words/teacher';
import CroppedPicture from './CroppedPicture.vue';

type Row = AnswerOf<typeof api.readSheet>['pages'][number]['rows'][number];
const props = defineProps<{ row: Row; picture: string; mayChange: boolean; busy: boolean }>();
const emit = defineEmits<{ change: [marks: string[]] }>();
const open = ref(false);
const chosen = ref<string[]>([]);
watch(
  () => props.row,
  ({ marks }) => {
    open.value = false;
    chosen.value = [...marks];
  },
  { immediate: true },
);
function choose(said: string): void {
  if (props.row.several) chosen.value = toggled(chosen.value, said);
  else chosen.value = chosen.value.includes(said) ? [] : [said];
}
</script>

<template>
  <div class="row">
    <span class="label">{{ row.label }}</span>
    <CroppedPicture
      class="strip"
      :picture="picture"
      :box="row.box"
      :label="say('paper.croppedRow')"
    />
    <b class="marks">{{ row.marks.join(' ') || '–' }}</b>
    <span v-if="row.unclear" class="look">{{ say('paper.toLookAt') }}</span>
    <ElButton
      v-if="mayChange"
      class="word"
      link
      :aria-expanded="open"
      :aria-label="say('paper.changeRow', { label: row.label })"
      @click="open = !open"
      >{{ say('paper.change') }}</ElButton
    >
    <div
      v-if="open"
      class="choices"
      role="group"
      :aria-label="say('paper.changeRow', { label: row.label })"
    >
      <ElButton
        v-for="said in row.says"
        :key="said"
        size="small"
        :type="chosen.includes(said) ? 'primary' : 'default'"
        :aria-pressed="chosen.includes(said)"
        @click="choose(said)"
        >{{ said }}</ElButton
      >
      <ElButton size="small" type="primary" plain :loading="busy" @click="emit('change', chosen)">{{
        say('common.save')
      }}</ElButton>
    </div>
  </div>
</template>

<style scoped>
.row {
  display: grid;
  grid-template-columns: 3.2em minmax(120px, 320px) 3em 1fr auto;
  align-items: center;
  gap: 4px 10px;
  padding: 4px 0;
  border-bottom: 1px solid var(--rule);
}
.label {
  font-weight: 600;
}
.look {
  justify-self: start;
  padding: 0 8px;
  border-radius: var(--corner);
  background: var(--low-wash);
}
.row > .word {
  grid-column: 5;
}
.choices {
  grid-column: 1 / -1;
  display: flex;
  flex-wrap: wrap;
  gap: 6px;
}
.choices :deep(.el-button) {
  margin: 0;
}
</style>
