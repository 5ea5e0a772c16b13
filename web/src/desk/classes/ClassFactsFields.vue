<script setup lang="ts">
/** What a teacher says about a class. */
import type { ClassFacts } from '@oaken/contract/classes';
import TimeField from '../../parts/TimeField.vue';
import { say } from '../../words/teacher';

const facts = defineModel<ClassFacts>({ required: true });
defineProps<{ wrong: Record<string, string>; disabled?: boolean }>();
const fields = [
  { key: 'name', label: say('common.name'), hint: say('classes.suchAs6b') },
  { key: 'subject', label: say('common.subject'), hint: '' },
  { key: 'period', label: say('classes.period'), hint: say('classes.whenTheyMeetSuch') },
  { key: 'term', label: say('classes.term'), hint: say('classes.suchAsFall') },
] as const;
</script>

<template>
  <fieldset class="facts" :disabled="disabled">
    <legend class="unseen">{{ say('classes.aboutClass') }}</legend>
    <label v-for="field in fields" :key="field.key" class="field">
      <span class="label"
        >{{ field.label }} <span v-if="field.hint" class="faded small">{{ field.hint }}</span></span
      >
      <ElInput
        v-model="facts[field.key]"
        :maxlength="field.key === 'period' ? 40 : 60"
        :aria-invalid="Boolean(wrong[field.key])"
      />
      <span v-if="wrong[field.key]" class="wrong">{{ wrong[field.key] }}</span>
    </label>
    <div class="field" role="group" :aria-label="say('classes.meetingTimes')">
      <span class="label"
        >{{ say('classes.meetingTimes') }}
        <span class="faded small">{{ say('classes.meetingTimesHint') }}</span></span
      >
      <span class="times">
        <TimeField v-model="facts.meetsFrom" :label="say('classes.meetsFrom')" />
        <span aria-hidden="true">–</span>
        <TimeField
          v-model="facts.meetsUntil"
          :label="say('classes.meetsUntil')"
          :invalid="Boolean(wrong.meetsUntil)"
        />
      </span>
      <span v-if="wrong.meetsUntil" class="wrong">{{ wrong.meetsUntil }}</span>
    </div>
    <label class="field">
      <span class="label"
        >{{ say('common.grade') }}
        <span class="faded small">{{ say('classes.theSchoolYearThey') }}</span></span
      >
      <ElInputNumber
        :controls="false"
        v-model="facts.grade"
        class="few"
        :min="0"
        :max="13"
        :aria-invalid="Boolean(wrong.grade)"
      />
      <span v-if="wrong.grade" class="wrong">{{ wrong.grade }}</span>
    </label>
    <label class="field wide">
      <span class="label"
        >{{ say('classes.notes') }}
        <span class="faded small">{{ say('classes.forItsTeachersOnly') }}</span></span
      >
      <ElInput v-model="facts.notes" :rows="3" maxlength="2000" type="textarea" />
    </label>
  </fieldset>
</template>

<style scoped>
.facts {
  border: 0;
  margin: 0;
  padding: 0;
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 0 18px;
}
label.field,
div.field {
  display: block;
}
.times {
  display: flex;
  align-items: center;
  gap: 6px;
}
.few {
  width: 90px;
}
.wide {
  grid-column: 1 / -1;
}
</style>
