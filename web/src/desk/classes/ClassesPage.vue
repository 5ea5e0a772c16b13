<script setup lang="ts">
import type { ClassRow } from '@oaken/contract/classes';
import { computed, onMounted, onUnmounted, ref, watch } from 'vue';
import { useRoute, useRouter } from 'vue-router';
import { call } from '../../client/call';
import { inWords } from '../../client/request';
import EmptyNote from '../../parts/EmptyNote.vue';
import FacingPages from '../shared/FacingPages.vue';
import FootingLine from '../../parts/FootingLine.vue';
import PageHead from '../shared/PageHead.vue';
import ClassAbout from './ClassAbout.vue';
import GroupColumns from './GroupColumns.vue';
import { handOver } from './handOver';
import NewClassDialog from './NewClassDialog.vue';
import RosterTable from './RosterTable.vue';
import { useClass } from './useClass';
import LoadingLines from '../shared/LoadingLines.vue';
import TabStrip from '../../parts/TabStrip.vue';
import { say } from '../../words/teacher';

const route = useRoute();
const router = useRouter();
const classes = ref<ClassRow[] | null>(null);
const listWrong = ref('');
const making = ref(false);
const tab = ref<'roster' | 'groups' | 'about'>('roster');
const tabs = {
  roster: say('common.students'),
  groups: say('common.groups'),
  about: say('classes.aboutClass'),
} as const;

async function list(): Promise<void> {
  try {
    classes.value = (await call('listClasses', {})).classes;
    listWrong.value = '';
  } catch (error) {
    listWrong.value = inWords(error);
  }
}
const { openClass, wrong, open, act, here, left, mayChange } = useClass(list);
const used = computed(() => classes.value?.filter(({ putAway }) => !putAway) ?? []);
const away = computed(() => classes.value?.filter(({ putAway }) => putAway) ?? []);
const total = computed(() => used.value.reduce((sum, { students }) => sum + students, 0));

onMounted(async () => {
  await list();
  if (!route.params.classId && used.value[0]) await router.replace(`/classes/${used.value[0].id}`);
});
watch(
  () => route.params.classId,
  (classId) => (classId ? open(Number(classId)) : undefined),
  { immediate: true },
);

/** A list can be pasted anywhere on the page; text pasted into a field is the field's. */
function paste(event: ClipboardEvent): void {
  const field = (event.target as HTMLElement).closest('input, textarea, select, [contenteditable]');
  const text = event.clipboardData?.getData('text/plain') ?? '';
  if (field || text.trim() === '' || !openClass.value || !mayChange.value) return;
  handOver(text);
  void router.push(`/classes/${openClass.value.class.id}/bring`);
}
document.addEventListener('paste', paste);
onUnmounted(() => document.removeEventListener('paste', paste));

async function gone(): Promise<void> {
  openClass.value = null;
  await list();
  await router.push(used.value[0] ? `/classes/${used.value[0].id}` : '/classes');
}
async function made(id: number): Promise<void> {
  await list();
  await router.push(`/classes/${id}`);
}
const roles = {
  teacher: '',
  'co-teacher': say('classes.withColleague'),
  substitute: say('classes.asSubstitute'),
};
const partWords = (schoolClass: ClassRow) => roles[schoolClass.part];
</script>

<template>
  <PageHead
    :title="say('common.classes')"
    :where="openClass ? `${openClass.class.name}, ${openClass.class.subject}` : ''"
  >
    <ElButton :type="used.length === 0 ? 'primary' : undefined" @click="making = true">{{
      say('classes.newClass')
    }}</ElButton>
  </PageHead>
  <p v-if="listWrong || wrong" class="wrong inset" role="alert">{{ listWrong || wrong }}</p>
  <FacingPages
    name="classes"
    :left="say('common.classes')"
    :right="say('common.students')"
    :start="26"
  >
    <template #left>
      <EmptyNote v-if="classes && used.length === 0" :title="say('classes.noClassesYet')">{{
        say('classes.makeOneWithNew')
      }}</EmptyNote>
      <nav class="classes" :aria-label="say('classes.myClasses')">
        <RouterLink
          v-for="schoolClass in used"
          :key="schoolClass.id"
          :to="`/classes/${schoolClass.id}`"
          :class="{ here: openClass?.class.id === schoolClass.id }"
        >
          <span class="name">{{ schoolClass.name }}</span>
          <span
            >{{ schoolClass.subject
            }}<template v-if="schoolClass.period">, {{ schoolClass.period }}</template></span
          >
          <span class="faded small">{{
            say('classes.gradeGradeStudentsPart', {
              n: schoolClass.students,
              grade: schoolClass.grade,
              partWords: partWords(schoolClass),
            })
          }}</span>
        </RouterLink>
      </nav>
      <details v-if="away.length" class="away">
        <summary>{{ say('classes.archivedClasses', { n: away.length }) }}</summary>
        <nav class="classes" :aria-label="say('classes.archivedClassesTitle')">
          <RouterLink
            v-for="schoolClass in away"
            :key="schoolClass.id"
            :to="`/classes/${schoolClass.id}`"
            :class="{ here: openClass?.class.id === schoolClass.id }"
          >
            <span class="name">{{ schoolClass.name }}</span>
            <span>{{ schoolClass.subject }}</span>
            <span class="faded small"
              >{{ schoolClass.term || say('classes.archived') }} ·
              {{ say('common.studentsCounted', { n: schoolClass.students }) }}</span
            >
          </RouterLink>
        </nav>
      </details>
    </template>
    <template #right>
      <LoadingLines v-if="!classes && !wrong && !listWrong" />
      <template v-if="openClass">
        <TabStrip v-model="tab" :tabs="tabs" :label="say('classes.pagesClass')">
          <RosterTable
            v-if="tab === 'roster'"
            :open-class="openClass"
            :here="here"
            :left="left"
            :may-change="mayChange"
            :act="act"
          />
          <GroupColumns
            v-else-if="tab === 'groups'"
            :open-class="openClass"
            :here="here"
            :may-change="mayChange"
            :act="act"
          />
          <ClassAbout
            v-else
            :key="openClass.class.id"
            :open-class="openClass"
            :may-change="mayChange"
            :act="act"
            @gone="gone"
          />
        </TabStrip>
      </template>
      <EmptyNote v-else-if="classes?.length && !wrong" :title="say('classes.noClassOpen')">{{
        say('classes.chooseOneOnLeft')
      }}</EmptyNote>
    </template>
  </FacingPages>
  <FootingLine :label="say('common.totals')">
    <span
      ><b>{{ say('classes.classes', { n: used.length }) }}</b></span
    ><span
      ><b>{{ say('common.studentsCounted', { n: total }) }}</b> {{ say('classes.inThem') }}</span
    >
  </FootingLine>
  <NewClassDialog v-model="making" @made="made" />
</template>

<style scoped>
.inset {
  padding: 8px 24px;
}
.classes {
  padding: 8px 0;
}
.classes a {
  display: grid;
  grid-template-columns: 58px 1fr;
  padding: 10px 20px;
  color: inherit;
  text-decoration: none;
  border-bottom: var(--line);
}
.classes a:hover,
.classes .here {
  background: var(--wash);
}
.classes .here {
  box-shadow: inset 4px 0 var(--oak);
}
.name {
  grid-row: span 2;
  font-family: var(--serif);
  font-size: 1.3rem;
  font-weight: 600;
  overflow: hidden;
  text-overflow: ellipsis;
}
.away summary {
  padding: 10px 20px;
  color: var(--faded);
  cursor: pointer;
}
</style>
