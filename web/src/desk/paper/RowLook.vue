<script setup lang="ts">
/** One row, large: what it seems to say, and one key to accept or to change it. */
import type { UnclearRow } from '@oaken/contract/paper';
import { computed, ref } from 'vue';
import { toggled } from '../../parts/toggled';
import { say } from '../../words/teacher';
import CroppedPicture from './CroppedPicture.vue';
import { useRowKeys } from './useRowKeys';

const props = defineProps<{
  row: UnclearRow;
  decided: string[] | null;
  busy: boolean;
  mayChange: boolean;
}>();
const emit = defineEmits<{ decide: [marks: string[]]; next: []; back: [] }>();

/** Of two marks where one is right, nobody but a person can say which is meant. */
const proposed = props.row.several || props.row.marks.length === 1 ? props.row.marks : [];
const doubts = {
  'two-marks': say('paper.doubt.two-marks'),
  faint: say('paper.doubt.faint'),
  unclear: say('paper.doubt.unclear'),
};
const chosen = ref<string[]>(props.decided ?? proposed);
const isOpen = computed(() => chosen.value.length === 0 && props.row.doubt === 'two-marks');
const inWords = (marks: readonly string[]) =>
  marks.length > 0 ? marks.join(' ') : say('paper.none');
const seems = computed(() => {
  if (isOpen.value) return say('paper.whichIsMeant');
  return proposed.length > 0
    ? say('paper.seemsToSay', { marks: proposed.join(' ') })
    : say('paper.seemsEmpty');
});

/** Where one is right, choosing it is deciding it. */
function choose(said: string): void {
  if (props.row.several) chosen.value = toggled(chosen.value, said);
  else {
    chosen.value = [said];
    accept();
  }
}
function clear(): void {
  chosen.value = [];
  if (props.mayChange) emit('decide', []);
}
const accept = () => props.mayChange && !isOpen.value && emit('decide', chosen.value);
useRowKeys({
  says: () => props.row.says,
  choose,
  clear,
  accept,
  next: () => emit('next'),
  back: () => emit('back'),
});
</script>

<template>
  <article class="row-look">
    <h2>{{ say('paper.rowOf', { name: row.name, question: row.question }) }}</h2>
    <CroppedPicture :picture="row.picture" :box="row.box" :label="say('paper.croppedRow')" />
    <p class="doubt">{{ doubts[row.doubt] }}{{ ' ' }}{{ seems }}</p>
    <p v-if="decided" class="faded" role="status">
      {{ say('paper.decided', { marks: inWords(decided) }) }}
    </p>
    <div
      class="choices"
      role="group"
      :aria-label="say('paper.rowOf', { name: row.name, question: row.question })"
    >
      <ElButton
        v-for="said in row.says"
        :key="said"
        size="large"
        :type="chosen.includes(said) ? 'primary' : 'default'"
        :plain="chosen.includes(said)"
        :aria-pressed="chosen.includes(said)"
        :disabled="!mayChange || busy"
        @click="choose(said)"
        >{{ said }}</ElButton
      >
      <ElButton size="large" :disabled="!mayChange || busy" @click="clear">{{
        say('paper.none')
      }}</ElButton>
    </div>
    <div class="steps">
      <ElButton :disabled="busy" @click="emit('back')">{{ say('paper.back') }}</ElButton>
      <ElButton
        type="primary"
        size="large"
        :disabled="!mayChange || isOpen"
        :loading="busy"
        @click="accept"
        >{{
          chosen.length > 0
            ? say('paper.accept', { marks: chosen.join(' ') })
            : say('paper.acceptNone')
        }}</ElButton
      >
      <ElButton :disabled="busy" @click="emit('next')">{{ say('paper.skip') }}</ElButton>
    </div>
    <p class="faded small keys">{{ say('paper.keysHint') }}</p>
    <p class="faded small touch">{{ say('paper.keysHintTouch') }}</p>
  </article>
</template>

<style scoped>
.row-look {
  max-width: 860px;
  margin: 0 auto;
}
h2 {
  margin: 0 0 10px;
  font-size: 1.15rem;
}
.doubt {
  margin: 12px 0;
  font-size: 1.05rem;
}
.choices,
.steps {
  display: flex;
  flex-wrap: wrap;
  gap: 10px;
  margin: 12px 0;
}
.choices :deep(.el-button),
.steps :deep(.el-button) {
  margin: 0;
  min-width: 48px;
}
.steps {
  align-items: center;
}
.touch {
  display: none;
}
@media (pointer: coarse) {
  .touch {
    display: block;
  }
  .keys {
    display: none;
  }
}
</style>
