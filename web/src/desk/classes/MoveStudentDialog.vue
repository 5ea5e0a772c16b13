<script setup lang="ts">
/** Moves a student to another class of mine; what that does is said first. */
import { present } from '@oaken/core/certain';
import type { ClassRow } from '@oaken/contract/classes';
import { computed, ref, watch } from 'vue';
import { call } from '../../client/call';
import { useForm } from '../../client/useDoing';
import SelectField from '../../parts/SelectField.vue';
import { done } from '../shared/undo';
import { say } from '../../words/teacher';
import { fullName, type OpenClass, type RosterRow } from './useClass';

const student = defineModel<RosterRow | null>({ required: true });
const props = defineProps<{
  openClass: OpenClass;
  act: (work: () => Promise<unknown>) => Promise<boolean>;
}>();
const classes = ref<ClassRow[]>([]);
const to = ref<number | null>(null);
const { wrong, busy, errors, act: send, forget } = useForm();
/** Those whose roster I may change. */
const others = computed(() =>
  classes.value.filter(
    ({ id, putAway, part }) => id !== props.openClass.class.id && !putAway && part !== 'substitute',
  ),
);
const chosen = computed(() => others.value.find(({ id }) => id === to.value) ?? null);
watch(student, async (now) => {
  if (!now) return;
  forget();
  to.value = null;
  await send(async () => {
    classes.value = (await call('listClasses', {})).classes;
  });
  if (others.value.length === 1) to.value = others.value[0]?.id ?? null;
});

async function move(): Promise<void> {
  if (chosen.value === null || busy.value) return;
  const moved = present(student.value, 'student');
  const here = props.openClass.class;
  const there = chosen.value;
  const studentId = moved.id;
  const ok = await send(() =>
    call('moveStudent', { params: { classId: here.id, studentId }, body: { to: there.id } }),
  );
  if (!ok) return;
  student.value = null;
  await props.act(async () => undefined);
  done(
    say('classes.movedTo', { name: fullName(moved), to: there.name }),
    () =>
      props
        .act(() =>
          call('moveStudent', { params: { classId: there.id, studentId }, body: { to: here.id } }),
        )
        .then(() => undefined),
    { to: `/classes/${there.id}#student-${studentId}`, text: there.name },
  );
}
</script>

<template>
  <ElDialog
    :model-value="student !== null"
    :title="student ? say('classes.moveName', { name: fullName(student) }) : ''"
    width="460px"
    @close="student = null"
  >
    <form id="move-student" @submit.prevent="move">
      <p v-if="!busy && others.length === 0">{{ say('classes.noOtherClass') }}</p>
      <label v-else class="field">
        <span class="label">{{ say('classes.moveTo') }}</span>
        <SelectField v-model="to">
          <ElOption :value="null" :label="say('classes.chooseClass')" />
          <ElOption
            v-for="other in others"
            :key="other.id"
            :value="other.id"
            :label="`${other.name}, ${other.subject}`"
          />
        </SelectField>
      </label>
      <p v-if="chosen && student">
        {{
          say('classes.whatMovingDoes', {
            name: fullName(student),
            from: openClass.class.name,
            to: chosen.name,
          })
        }}
      </p>
      <p v-if="errors.to || wrong" class="wrong" role="alert">{{ errors.to || wrong }}</p>
    </form>
    <template #footer>
      <ElButton @click="student = null">{{ say('common.cancel') }}</ElButton>
      <ElButton
        type="primary"
        native-type="submit"
        form="move-student"
        :disabled="chosen === null"
        :loading="busy"
        >{{ say('classes.move') }}</ElButton
      >
    </template>
  </ElDialog>
</template>
