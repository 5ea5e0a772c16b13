<script setup lang="ts">
/** More classes, groups and students for an assignment that was given; what that does is said first. */
import type { AnswerOf, api } from '@oaken/contract';
import { additionInWords } from '@oaken/core/assignments';
import { computed, ref, watch } from 'vue';
import { call } from '../../client/call';
import { useDoing } from '../../client/useDoing';
import { useSession } from '../../client/session';
import { whenOpened } from '../../parts/whenOpened';
import { say } from '../../words/teacher';
import type { OpenAssignment } from './useChange';
import { useRecipients } from './useRecipients';
import { blankForm } from './wishForm';
import WhoBlock from './WhoBlock.vue';

const open = defineModel<boolean>({ required: true });
const props = defineProps<{ opened: OpenAssignment }>();
const emit = defineEmits<{ done: [text: string] }>();
const session = useSession();
const { wrong, busy, act, read } = useDoing();
const blank = () => blankForm(session.now(), session.school.zone);
const form = ref(blank());
const { load, classes, groups, who, chosen } = useRecipients(form, read);
const preview = ref<AnswerOf<typeof api.previewMoreStudents> | null>(null);
const params = computed(() => ({ assignmentId: props.opened.assignment.id }));
const more = computed(() => ({ ...who.value, link: false as const }));

whenOpened(open, async () => {
  [form.value, preview.value, wrong.value] = [blank(), null, ''];
  await read(load);
});
let asked = 0;
watch(more, async (body) => {
  preview.value = null;
  const mine = ++asked;
  if (!chosen.value || !open.value) return;
  await read(async () => {
    const answer = await call('previewMoreStudents', { params: params.value, body });
    if (mine === asked) preview.value = answer;
  });
});
const sentences = computed(() =>
  preview.value
    ? additionInWords(
        { ...preview.value, handedIn: props.opened.assignment.handedIn },
        session.school.zone,
        session.now(),
      )
    : [],
);

async function add(): Promise<void> {
  await act(async () => {
    const body = { ...more.value, invite: form.value.invite };
    const { added } = await call('addStudents', { params: params.value, body });
    open.value = false;
    emit('done', say('assignments.studentsAdded', { n: added }));
  });
}
</script>

<template>
  <ElDialog v-model="open" :title="say('assignments.addStudents')" width="680px" append-to-body>
    <WhoBlock
      v-if="open"
      v-model="form"
      adding
      :classes="classes"
      :groups="groups"
      :test-grades="[]"
      :wrong="undefined"
      :reachable="preview?.reachable ?? null"
    />
    <div class="slip" aria-live="polite">
      <h3>{{ say('assignments.whatChangeDoes') }}</h3>
      <p v-if="!chosen" class="faded">{{ say('assignments.chooseWhoIsAdded') }}</p>
      <p v-for="sentence in sentences" :key="sentence">{{ sentence }}</p>
    </div>
    <p v-if="wrong" class="wrong" role="alert">{{ wrong }}</p>
    <template #footer>
      <ElButton @click="open = false">{{ say('common.cancel') }}</ElButton>
      <ElButton type="primary" :loading="busy" :disabled="!preview?.added" @click="add">{{
        say('assignments.addStudents')
      }}</ElButton>
    </template>
  </ElDialog>
</template>

<style scoped>
.slip {
  margin-top: 14px;
  padding-inline-start: 12px;
  border-inline-start: 3px solid var(--oak);
}
.slip p {
  margin: 2px 0;
}
</style>
