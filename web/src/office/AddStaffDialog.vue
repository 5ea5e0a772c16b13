<script setup lang="ts">
/** Adding teachers: one, or a list that is pasted or comes from a file; what would happen is seen before it does. */
import type { PersonalLink } from '@oaken/contract/accounts';
import { readStaffList } from '@oaken/core/staff';
import { count } from '@oaken/core/text';
import { computed, ref, watch } from 'vue';
import { useDoing } from '../client/useDoing';
import { call } from '../client/call';
import FileButton from '../parts/FileButton.vue';

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
  <ElDialog v-model="open" title="Add teachers" width="760px">
    <p>
      One person a line, such as <code>Ana Lee</code> or <code>Ana Lee, ana@school.example</code>. A
      list from a spreadsheet can have columns: given name, family name, email, sign-in name, role.
    </p>
    <ElInput
      v-model="text"
      type="textarea"
      :rows="5"
      aria-label="Names"
      placeholder="Type or paste names here"
    />
    <p class="file">
      <FileButton accept=".csv,.txt" @chosen="take">Choose a CSV file …</FileButton>
    </p>
    <template v-if="list.people.length > 0 || list.problems.length > 0">
      <h3>{{ count(list.people.length, 'person', 'people') }} to add</h3>
      <ElTable :data="list.people" row-key="line" max-height="240">
        <ElTableColumn label="Name" min-width="160">
          <template #default="{ row }">{{ row.givenName }} {{ row.familyName }}</template>
        </ElTableColumn>
        <ElTableColumn label="Sign-in name" prop="signInName" min-width="140" />
        <ElTableColumn label="Email" prop="email" min-width="180" />
        <ElTableColumn label="Role" prop="role" width="120" />
      </ElTable>
      <p v-for="problem in list.problems" :key="problem.line" class="wrong">
        Line {{ problem.line }}: {{ problem.message }}
      </p>
    </template>
    <p v-if="wrong" class="wrong" role="alert">{{ wrong }}</p>
    <template #footer>
      <ElButton @click="open = false">Cancel</ElButton>
      <ElButton type="primary" :disabled="list.people.length === 0" :loading="busy" @click="add">
        Add {{ list.people.length > 0 ? count(list.people.length, 'person', 'people') : '' }}
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
