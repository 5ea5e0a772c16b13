<script setup lang="ts">
/** More for the picked students: a later closing time, more minutes, more attempts. */
import type { AssignmentRow } from '@oaken/contract/assignments';
import { count, listing } from '@oaken/core/text';
import { atWall, day, wallOf } from '@oaken/core/timing';
import { reactive, ref, watch } from 'vue';
import { call } from '../../client/call';
import { useSession } from '../../client/session';
import { fieldErrors } from '../classes/fieldErrors';
import { useWords } from '../words';
import WallField from './WallField.vue';

const open = defineModel<boolean>({ required: true });
/** Null ids: everybody, so that the assignment's own time moves. */
const props = defineProps<{ own: AssignmentRow; studentIds: number[] | null; students: number }>();
const emit = defineEmits<{ done: [said: string] }>();
const session = useSession();
const words = useWords();
const form = reactive({ longer: false, wall: '', minutes: 0, attempts: 0 });
const wrong = ref('');
const busy = ref(false);
watch(open, (now) => {
  if (!now) return;
  const from = Math.max(session.now(), props.own.closesAt ?? 0);
  Object.assign(form, { longer: props.own.closesAt !== null, wall: `${wallOf(from + day, session.school.zone).slice(0, 11)}15:30`, minutes: 0, attempts: 0 }); // prettier-ignore
  wrong.value = '';
});
async function extend(): Promise<void> {
  const wall = form.longer ? atWall(form.wall, session.school.zone) : null;
  if (wall && !wall.ok) return void (wrong.value = wall.message);
  busy.value = true;
  try {
    const closesAt = wall?.ok ? wall.at : null;
    const { minutes, attempts } = form;
    const { students } = await call('extendAssignment', { params: { assignmentId: props.own.id }, body: { studentIds: props.studentIds, closesAt, minutes, attempts } }); // prettier-ignore
    open.value = false;
    const what = [closesAt === null ? '' : `until ${words.time(closesAt)}`, minutes ? `${minutes} minutes more` : '', attempts ? count(attempts, 'more attempt') : ''].filter(Boolean); // prettier-ignore
    emit('done', `${count(students, 'student has', 'students have')} ${listing(what)}.`);
  } catch (error) {
    wrong.value = Object.values(fieldErrors(error))[0] ?? '';
  } finally {
    busy.value = false;
  }
}
</script>

<template>
  <el-dialog
    v-model="open"
    :title="`More for ${studentIds === null ? 'all of them' : count(students, 'student')}`"
    width="520px"
  >
    <form id="extend" @submit.prevent="extend">
      <p>
        <label><input v-model="form.longer" type="checkbox" :disabled="own.closesAt === null" /> open until</label>
        {{ ' ' }}<WallField v-model="form.wall" label="Open until" :disabled="!form.longer" />
      </p>
      <p>
        <label
          ><input
            v-model.number="form.minutes"
            class="plain-input few"
            type="number"
            min="0"
            max="1440"
            aria-label="Minutes more"
          />
          minutes more to work, also for who is working now</label
        >
      </p>
      <p>
        <label
          ><input
            v-model.number="form.attempts"
            class="plain-input few"
            type="number"
            min="0"
            max="20"
            aria-label="Attempts more"
          />
          attempts more</label
        >
      </p>
      <p v-if="wrong" class="wrong" role="alert">{{ wrong }}</p>
    </form>
    <template #footer>
      <el-button @click="open = false">Cancel</el-button>
      <el-button type="primary" native-type="submit" form="extend" :loading="busy">Give it</el-button>
    </template>
  </el-dialog>
</template>

<style scoped>
.few {
  width: 84px;
}
</style>
