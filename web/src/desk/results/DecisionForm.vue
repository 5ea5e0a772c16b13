<script setup lang="ts">
/** Points that are decided on, or that something is not scored, with the reason that the student reads. */
import { reactive, watch } from 'vue';
import { call } from '../../client/call';
import { sentenceOf, useDoing } from '../../client/useDoing';
import { done } from '../shared/undo';
import { decisionTitle, type Decision } from './decisions';
import { say } from '../../words/teacher';

/** Null while nothing is being decided. */
const decision = defineModel<Decision | null>({ required: true });
const props = defineProps<{
  place: { assignmentId: number; studentId: number };
  /** The question's number; none for the whole work. */
  number: number | undefined;
}>();
const emit = defineEmits<{ decided: []; takeBack: [adjustmentId: number] }>();
const form = reactive({ points: '', reason: '' });
const { wrong, busy, act } = useDoing(sentenceOf);
watch(decision, () => {
  Object.assign(form, { points: '', reason: '' });
  wrong.value = '';
});

function pointsOf({ kind }: Decision): number | null {
  return kind === 'excused' ? null : Number(form.points.trim().replace(',', '.') || 'none');
}
async function keep(): Promise<void> {
  if (!decision.value) return;
  const { kind, entry } = decision.value;
  const points = pointsOf(decision.value);
  if (Number.isNaN(points)) return void (wrong.value = say('results.pointsNumber'));
  await act(async () => {
    const { id } = await call('adjust', {
      params: props.place,
      body: { kind, entry, points, reason: form.reason },
    });
    decision.value = null;
    done(say('results.savedRescored'), () => emit('takeBack', id));
    emit('decided');
  });
}
</script>

<template>
  <form v-if="decision" class="deciding" @submit.prevent="keep">
    <h3>{{ decisionTitle(decision, number) }}</h3>
    <label v-if="decision.kind !== 'excused'" class="field">
      <span class="label">{{ say('common.points') }}</span>
      <ElInput v-model="form.points" class="few" inputmode="decimal" autocomplete="off" />
    </label>
    <label class="field">
      <span class="label"
        >{{ say('results.reason') }}
        <span class="faded">{{ say('results.keptWithScoreStudent') }}</span></span
      >
      <ElInput v-model="form.reason" maxlength="500" />
    </label>
    <p v-if="wrong" class="wrong" role="alert">{{ wrong }}</p>
    <ElButton type="primary" native-type="submit" :loading="busy">{{
      say('results.save')
    }}</ElButton>
    <ElButton @click="decision = null">{{ say('common.cancel') }}</ElButton>
  </form>
</template>

<style scoped>
.deciding {
  border: 1px solid var(--rule-strong);
  padding: 12px;
  margin: 12px 0;
}
h3 {
  margin: 0 0 6px;
}
.few {
  width: 100px;
}
</style>
