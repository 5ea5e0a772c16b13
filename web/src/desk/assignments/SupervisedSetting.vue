<script setup lang="ts">
/** Sat in class: when each class sits it, whether the teacher lets it begin, and from where. */
import { listing } from '@oaken/core/text';
import { atWall, inWords } from '@oaken/core/timing';
import { computed } from 'vue';
import { useSession } from '../../client/session';
import DateField from '../../parts/DateField.vue';
import { say } from '../../words/teacher';
import FoldedSetting from './FoldedSetting.vue';
import type { WishForm } from './wishForm';

const form = defineModel<WishForm>({ required: true });
const { classes, problem = '' } = defineProps<{
  classes: readonly { id: number; name: string }[];
  problem?: string | undefined;
}>();
const session = useSession();
/** How long a class lasts; common practice, no source. */
const usualMinutes = 45;

type Hours = WishForm['hours'][string];
const hoursOf = (id: number): Hours => form.value.hours[id] ?? { wall: '', minutes: usualMinutes };
const setHours = (id: number, change: Partial<Hours>): void => {
  form.value.hours[id] = { ...hoursOf(id), ...change };
};
const { zone } = session.school;
const hoursInWords = computed(() =>
  classes.flatMap(({ id, name }) => {
    const begins = atWall(hoursOf(id).wall, zone);
    return begins.ok ? `${name} ${inWords(begins.at, zone, session.now())}` : [];
  }),
);
const value = computed(() => {
  if (!form.value.supervised) return say('assignments.notSupervised');
  return [
    hoursInWords.value.length > 0
      ? listing(hoursInWords.value)
      : say('assignments.anyTimeInWindow'),
    form.value.byPress ? say('assignments.iLetThemBegin') : '',
    form.value.schoolNetwork ? say('assignments.schoolNetworkOnly') : '',
  ]
    .filter(Boolean)
    .join(', ');
});
</script>

<template>
  <FoldedSetting
    :wrong="problem !== ''"
    :name="say('assignments.supervisedSetting')"
    :value="value"
  >
    <ElRadio v-model="form.supervised" :value="false">
      {{ say('assignments.notSupervised') }}</ElRadio
    >
    <ElRadio v-model="form.supervised" :value="true">{{ say('assignments.supervised') }}</ElRadio>
    <template v-if="form.supervised">
      <div v-for="{ id, name } in classes" :key="id" class="pair hours">
        <span class="label">{{ name }}</span>
        <DateField
          :model-value="hoursOf(id).wall"
          with-time
          :label="say('assignments.classSitsAt', { name })"
          :invalid="problem !== ''"
          @update:model-value="setHours(id, { wall: $event })"
        />
        <label
          >{{ say('assignments.forMinutes') }}
          <ElInputNumber
            :model-value="hoursOf(id).minutes"
            :controls="false"
            class="few"
            :min="1"
            :max="1440"
            :aria-label="say('assignments.minutesOfClass', { name })"
            @update:model-value="setHours(id, { minutes: $event ?? usualMinutes })"
          />
          {{ say('assignments.minutesUnit') }}</label
        >
        <ElButton
          v-if="hoursOf(id).wall"
          link
          class="word small"
          :aria-label="say('assignments.noHourFor', { name })"
          @click="setHours(id, { wall: '' })"
          >{{ say('assignments.noHour') }}</ElButton
        >
      </div>
      <p v-if="problem" class="wrong">{{ problem }}</p>
      <p class="faded small">{{ say('assignments.hoursHint') }}</p>
      <ElCheckbox v-model="form.byPress"> {{ say('assignments.byPress') }}</ElCheckbox>
      <ElCheckbox v-model="form.schoolNetwork" :disabled="!session.school.hasNetwork">
        {{ say('assignments.onlySchoolNetwork') }}</ElCheckbox
      >
      <p v-if="!session.school.hasNetwork" class="faded small">
        {{ say('assignments.noSchoolNetwork') }}
      </p>
    </template>
  </FoldedSetting>
</template>

<style scoped>
.hours {
  padding-inline-start: 16px;
}
.few {
  width: 68px;
}
</style>
