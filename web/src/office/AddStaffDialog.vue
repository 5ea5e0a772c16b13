<script setup lang="ts">
/** Adding teachers: one, or a list that is pasted or comes from a file; what would happen is seen before it does. */
import type { PersonalLink } from '@oaken/contract/accounts';
import { readStaffList } from '@oaken/core/staff';
import { computed, ref, watch } from 'vue';
import { useDoing } from '../client/useDoing';
import { call } from '../client/call';
import FileButton from '../parts/FileButton.vue';
import { say } from '../words/teacher';

const open = defineModel<boolean>({ required: true });
const props = defineProps<{ taken: string[] }>();
const emit = defineEmits<{ added: [links: PersonalLink[]] }>();
const text = ref('');
const { wrong, busy, act } = useDoing();
const list = computed(() => readStaffList(text.value, props.taken));

watch(open, (now) => {
  if (now) wrong.value = '';
});

async function take(file: File): Promise<void> {
  text.value = await file.text();
}

async function add(): Promise<void> {
  await act(async () => {
    const { links } = await call('addStaff', { body: { people: list.value.people } });
    text.value = '';
    open.value = false;
    emit('added', links);
  });
}
</script>

<template>
  <ElDialog v-model="open" :title="say('office.addTeachers')" width="760px">
    <p>
      {{ say('office.onePersonLineSuch') }} <code>{{ say('office.anaLee') }}</code>
      {{ say('office.or') }} <code>{{ say('office.anaLeeAnaSchool') }}</code>{{
        say('office.aListFromSpreadsheet')
      }}
    </p>
    <ElInput
      v-model="text"
      type="textarea"
      :rows="5"
      :aria-label="say('office.names')"
      :placeholder="say('office.typeOrPasteNames')"
    />
    <p class="file">
      <FileButton accept=".csv,.txt" @chosen="take">{{ say('office.chooseCsvFile') }}</FileButton>
    </p>
    <template v-if="list.people.length > 0 || list.problems.length > 0">
      <h3>{{ say('office.peopleAdd', { n: list.people.length }) }}</h3>
      <ElTable :data="list.people" row-key="line" max-height="240">
        <ElTableColumn :label="say('common.name')" min-width="160">
          <template #default="{ row }">{{ row.givenName }} {{ row.familyName }}</template>
        </ElTableColumn>
        <ElTableColumn :label="say('office.signInName')" prop="signInName" min-width="140" />
        <ElTableColumn :label="say('office.email')" prop="email" min-width="180" />
        <ElTableColumn :label="say('office.role')" prop="role" width="120" />
      </ElTable>
      <p v-for="problem in list.problems" :key="problem.line" class="wrong">
        {{ say('office.lineLineMessage', { line: problem.line, message: problem.message }) }}
      </p>
    </template>
    <p v-if="wrong" class="wrong" role="alert">{{ wrong }}</p>
    <template #footer>
      <ElButton @click="open = false">{{ say('common.cancel') }}</ElButton>
      <ElButton type="primary" :disabled="list.people.length === 0" :loading="busy" @click="add">
        {{
          say('office.add', {
            value: list.people.length > 0 ? say('office.people', { n: list.people.length }) : '',
          })
        }}
      </ElButton>
    </template>
  </ElDialog>
</template>

<style scoped>
.file {
  margin-top: 10px;
}
h3 {
  margin: 14px 0 6px;
}
</style>
