<script setup lang="ts">
/** A page that could not be placed: its picture, why, and what can become of it. */
import type { UnclearPage } from '@oaken/contract/paper';
import { computed, ref } from 'vue';
import { sizedPicture } from '../../parts/pictureSizes';
import SelectField from '../../parts/SelectField.vue';
import { say } from '../../words/teacher';
import { problemInWords } from './problemInWords';
import type { Looked, PageDecision } from './useLook';

const props = defineProps<{
  page: UnclearPage;
  decided: 'taken' | 'left-out' | null;
  looked: Looked;
  busy: boolean;
}>();
const emit = defineEmits<{ decide: [decision: PageDecision]; next: []; back: [] }>();

const sheetId = ref<number | null>(props.page.sheetId);
const studentId = ref<number | null>(null);
const pageNumber = ref(props.page.page ?? 1);
const sheet = computed(() => props.looked.sheets.find(({ id }) => id === sheetId.value) ?? null);
/** Its place is known; what is not is whether it counts. */
const isPlaced = computed(() => ['doubled', 'answered'].includes(props.page.problem));
const why = computed(() =>
  problemInWords({
    problem: props.page.problem,
    name: sheet.value?.name ?? '',
    page: props.page.page,
  }),
);
const takeWords = computed(() => {
  if (props.page.problem === 'doubled') return say('paper.takeInstead');
  return props.page.problem === 'answered' ? say('paper.takeFurther') : say('paper.take');
});
const isWhole = computed(
  () => sheet.value !== null && (!sheet.value.spare || studentId.value !== null),
);
function take(): void {
  if (!sheet.value) return;
  const whose = sheet.value.spare && studentId.value !== null ? { studentId: studentId.value } : {};
  emit('decide', { as: 'taken', sheetId: sheet.value.id, page: pageNumber.value, ...whose });
}
const labelOf = ({ name, sheet: number, spare }: Looked['sheets'][number]) =>
  spare ? name : say('paper.sheetOf', { name, sheet: number });
</script>

<template>
  <article class="page-look">
    <img
      class="picture"
      :src="sizedPicture(page.picture)"
      loading="lazy"
      :alt="say('paper.pagePicture')"
    />
    <div class="side">
      <p class="faded small">
        {{ say('paper.place', { scan: page.scanName, position: page.position }) }}
      </p>
      <h2>{{ why }}</h2>
      <p v-if="decided" role="status">
        {{ say(decided === 'taken' ? 'paper.pageTaken' : 'paper.pageLeftOut') }}
      </p>
      <template v-if="looked.mayChange && !decided">
        <ElForm v-if="!isPlaced" label-position="top">
          <ElFormItem :label="say('paper.whoseSheet')">
            <SelectField v-model="sheetId" :aria-label="say('paper.whoseSheet')">
              <ElOption :value="null" :label="say('paper.choose')" />
              <ElOption
                v-for="line in looked.sheets"
                :key="line.id"
                :value="line.id"
                :label="labelOf(line)"
              />
            </SelectField>
          </ElFormItem>
          <ElFormItem v-if="sheet?.spare" :label="say('common.student')">
            <SelectField v-model="studentId" :aria-label="say('common.student')">
              <ElOption :value="null" :label="say('paper.choose')" />
              <ElOption
                v-for="student in looked.students"
                :key="student.id"
                :value="student.id"
                :label="student.name"
              />
            </SelectField>
          </ElFormItem>
          <ElFormItem v-if="sheet && sheet.pages > 1" :label="say('paper.whichPage')">
            <ElInputNumber
              v-model="pageNumber"
              :min="1"
              :max="sheet.pages"
              :aria-label="say('paper.whichPage')"
            />
          </ElFormItem>
        </ElForm>
        <table v-if="page.changes.length > 0" class="ruled">
          <caption>
            {{
              say('paper.changesIfTaken')
            }}
          </caption>
          <thead>
            <tr>
              <th>{{ say('common.question') }}</th>
              <th>{{ say('paper.was') }}</th>
              <th>{{ say('paper.now') }}</th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="change in page.changes" :key="change.label">
              <td>{{ change.label }}</td>
              <td>{{ change.was || say('paper.empty') }}</td>
              <td>{{ change.now || say('paper.empty') }}</td>
            </tr>
          </tbody>
        </table>
        <p v-if="page.problem === 'answered'" class="faded">{{ say('paper.furtherHint') }}</p>
        <p class="buttons">
          <ElButton type="primary" :disabled="!isWhole" :loading="busy" @click="take">{{
            takeWords
          }}</ElButton>
          <ElButton :disabled="busy" @click="emit('decide', { as: 'left-out' })">{{
            page.problem === 'doubled' ? say('paper.keepFirst') : say('paper.leaveOut')
          }}</ElButton>
        </p>
      </template>
      <p class="buttons">
        <ElButton :disabled="busy" @click="emit('back')">{{ say('paper.back') }}</ElButton>
        <ElButton :disabled="busy" @click="emit('next')">{{
          decided ? say('paper.next') : say('paper.skip')
        }}</ElButton>
      </p>
    </div>
  </article>
</template>

<style scoped>
.page-look {
  display: grid;
  grid-template-columns: minmax(0, 1.2fr) minmax(280px, 1fr);
  gap: 24px;
}
.picture {
  max-width: 100%;
  max-height: calc(100vh - 150px);
  border: 1px solid var(--rule-strong);
}
h2 {
  margin: 4px 0 14px;
  font-size: 1.15rem;
}
caption {
  text-align: start;
}
.buttons {
  display: flex;
  flex-wrap: wrap;
  gap: 10px;
}
.buttons :deep(.el-button) {
  margin: 0;
}
@media (max-width: 820px) {
  .page-look {
    grid-template-columns: minmax(0, 1fr);
  }
  .picture {
    max-height: 48vh;
  }
}
</style>
