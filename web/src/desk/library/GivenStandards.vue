<script setup lang="ts">
/** The standards of a test or an assignment: those of its items, or others that its teacher gave it. */
import { computed, ref } from 'vue';
import { useLibrary } from './library';
import StandardPicker from './StandardPicker.vue';
import { say } from '../../words/teacher';

/** Null: those of its items. */
const given = defineModel<number[] | null>({ required: true });
const props = defineProps<{ ofItems: readonly number[]; mayChange: boolean }>();
const library = useLibrary();
const picking = ref(false);

const ids = computed(() => given.value ?? props.ofItems);
const standards = computed(() =>
  ids.value
    .flatMap((id) => library.standards.get(id) ?? [])
    .sort((a, b) => a.code.localeCompare(b.code)),
);
</script>

<template>
  <div class="standards">
    <b>{{ say('common.standards') }}</b>
    <span v-for="standard in standards" :key="standard.id" :title="standard.statement">{{
      standard.code
    }}</span>
    <span v-if="standards.length === 0">{{ say('tests.noStandards') }}</span>
    <span v-if="given === null" class="faded">{{ say('tests.takenFromItems') }}</span>
    <template v-if="mayChange">
      <ElButton link class="word" @click="picking = true">{{
        say('tests.changeStandards')
      }}</ElButton>
      <ElButton v-if="given !== null" link class="word" @click="given = null">{{
        say('tests.useThoseOfItems')
      }}</ElButton>
    </template>
    <StandardPicker v-model="picking" :chosen="ids" @done="given = $event" />
  </div>
</template>

<style scoped>
.standards {
  display: flex;
  flex-wrap: wrap;
  gap: 2px 10px;
  align-items: baseline;
}
</style>
