<script setup lang="ts">
/** The school's frameworks of standards, and bringing one in from an open format. */
import { present } from '@oaken/core/certain';
import type { FrameworkPreview } from '@oaken/contract/standards';
import { computed, onMounted, reactive, ref } from 'vue';
import { useDoing, useForm } from '../client/useDoing';
import { addressOf, call } from '../client/call';
import { request } from '../client/request';
import { useSession } from '../client/session';
import { done } from '../desk/shared/undo';
import EmptyNote from '../parts/EmptyNote.vue';
import FileButton from '../parts/FileButton.vue';
import PageHead from '../desk/shared/PageHead.vue';
import { say } from '../words/teacher';

type Frameworks = Awaited<ReturnType<typeof call<'listFrameworks'>>>['frameworks'];

const session = useSession();
const frameworks = ref<Frameworks | null>(null);
const { wrong, read } = useDoing();
const file = ref<File | null>(null);
const preview = ref<FrameworkPreview | null>(null);
const form = reactive({ name: '', publisher: '', subject: '' });
const { wrong: refused, busy, act, errorAt } = useForm();

/** CASE is JSON; everything else is read as a table. */
const typeOf = ({ name }: File) => (/\.json$/i.test(name) ? 'case' : 'csv');
const importing = computed({ get: () => file.value !== null, set: () => (file.value = null) });

async function load(): Promise<void> {
  await read(async () => {
    frameworks.value = (await call('listFrameworks', {})).frameworks;
  });
}
onMounted(load);

async function look(chosen: File): Promise<void> {
  file.value = chosen;
  preview.value = null;
  const query = { name: chosen.name, type: typeOf(chosen) };
  await act(async () => {
    preview.value = await request<FrameworkPreview>(
      'POST',
      addressOf('previewFramework', {}, query),
      chosen,
    );
    Object.assign(form, preview.value.framework);
  });
}

async function importIt(): Promise<void> {
  // Sent even where it is empty: the server says what is missing.
  const query = new URLSearchParams({ ...form, type: typeOf(present(file.value, 'file')) });
  const imported = await act(() =>
    request('POST', `/api/frameworks?${query}`, present(file.value, 'file')),
  );
  if (!imported) return;
  done(
    say('office.nameImportedStandards', {
      n: present(preview.value, 'preview').total,
      name: form.name,
    }),
  );
  file.value = null;
  await load();
}
const gradesOf = (framework: Frameworks[number]) =>
  [...new Set(framework.standards.flatMap(({ grades }) => grades))]
    .sort((a, b) => a - b)
    .join(', ');
const subjectsOf = (framework: Frameworks[number]) =>
  [...new Set(framework.standards.map(({ subject }) => subject))].join(', ');
</script>

<template>
  <PageHead :title="say('common.standards')" :where="session.school.name">
    <FileButton accept=".csv,.json" type="primary" @chosen="look">{{
      say('office.importStandards')
    }}</FileButton>
  </PageHead>
  <div class="one-sheet">
    <p v-if="wrong" class="wrong" role="alert">{{ wrong }}</p>
    <EmptyNote v-if="frameworks?.length === 0" :title="say('office.thereNoStandardsYet')">
      {{ say('office.importFrameworkAsCase') }}
    </EmptyNote>
    <ElTable v-else-if="frameworks" :data="frameworks" row-key="id">
      <ElTableColumn :label="say('office.framework')" prop="name" min-width="240" />
      <ElTableColumn :label="say('office.publisher')" prop="publisher" min-width="200" />
      <ElTableColumn :label="say('office.subjects')" min-width="200">
        <template #default="{ row }">{{ subjectsOf(row) }}</template>
      </ElTableColumn>
      <ElTableColumn :label="say('common.grades')" min-width="110">
        <template #default="{ row }">{{ gradesOf(row) }}</template>
      </ElTableColumn>
      <ElTableColumn :label="say('common.standards')" width="110" align="right">
        <template #default="{ row }">{{ row.standards.length }}</template>
      </ElTableColumn>
    </ElTable>
  </div>
  <ElDialog v-model="importing" :title="say('office.importStandardsTitle')" width="820px">
    <p v-if="refused" class="wrong" role="alert">{{ refused }}</p>
    <p v-if="errorAt('')" class="wrong" role="alert">{{ errorAt('') }}</p>
    <ElSkeleton v-if="!preview && !refused && !errorAt('')" :rows="4" animated />
    <template v-if="preview">
      <ElForm label-position="top" class="facts" @submit.prevent="importIt">
        <ElFormItem :label="say('common.name')" :error="errorAt('/name')"
          ><ElInput v-model="form.name" maxlength="200"
        /></ElFormItem>
        <ElFormItem :label="say('office.publisher')" :error="errorAt('/publisher')">
          <ElInput v-model="form.publisher" maxlength="200" />
        </ElFormItem>
        <ElFormItem :label="say('common.subject')" :error="errorAt('/subject')">
          <ElInput v-model="form.subject" maxlength="60" />
        </ElFormItem>
      </ElForm>
      <p>
        {{
          say('office.standardsGradesGrades', {
            n: preview.total,
            grades: preview.grades.join(', ') || say('office.notGiven'),
          })
        }}
        <template v-if="preview.known > 0">{{
          say('office.codesInAnotherFramework', { n: preview.known })
        }}</template>
      </p>
      <ElTable :data="preview.lines" row-key="code" max-height="300">
        <ElTableColumn :label="say('office.code')" min-width="160">
          <template #default="{ row }">
            <span :style="{ paddingInlineStart: `${row.depth * 16}px` }">{{ row.code }}</span>
          </template>
        </ElTableColumn>
        <ElTableColumn :label="say('office.statement')" prop="statement" min-width="420" />
        <ElTableColumn :label="say('common.grades')" width="100">
          <template #default="{ row }">{{ row.grades.join(', ') }}</template>
        </ElTableColumn>
      </ElTable>
      <p v-if="preview.total > preview.lines.length" class="faded">
        {{
          say('office.theFirstLinesShown', { lines: preview.lines.length, total: preview.total })
        }}
      </p>
    </template>
    <template #footer>
      <ElButton @click="importing = false">{{ say('common.cancel') }}</ElButton>
      <ElButton type="primary" :disabled="!preview" :loading="busy" @click="importIt">
        {{
          say('office.import', {
            value: preview ? say('office.standardsCounted', { n: preview.total }) : '',
          })
        }}
      </ElButton>
    </template>
  </ElDialog>
</template>

<style scoped>
.facts {
  display: grid;
  grid-template-columns: 1fr 1fr 1fr;
  gap: 0 16px;
}
</style>
