<script setup lang="ts">
import type { ClassRow } from '@oaken/contract/classes';
import { ElMessageBox } from 'element-plus/es/components/message-box/index.mjs';
import { count } from '@oaken/core/text';
import { computed, onMounted, ref, watch } from 'vue';
import { useRoute, useRouter } from 'vue-router';
import { call } from '../../client/call';
import { inWords } from '../../client/request';
import EmptyNote from '../../parts/EmptyNote.vue';
import FacingPages from '../../parts/FacingPages.vue';
import FootingLine from '../../parts/FootingLine.vue';
import PageHead from '../../parts/PageHead.vue';
import { failed } from '../undo';
import { useWords } from '../words';

const words = useWords();
const route = useRoute();
const router = useRouter();
const classes = ref<ClassRow[] | null>(null);
type Own = Awaited<ReturnType<typeof call<'readClass'>>>;
const own = ref<Own | null>(null);
const wrong = ref('');
const fresh = ref<{ name: string; passcode: string } | null>(null);

onMounted(async () => {
  try {
    classes.value = (await call('listClasses', {})).classes;
    if (!route.params.classId && classes.value[0]) await router.replace(`/classes/${classes.value[0].id}`);
  } catch (error) {
    wrong.value = inWords(error);
  }
});
watch(
  () => route.params.classId,
  async (classId) => {
    fresh.value = null;
    if (!classId) return;
    try {
      own.value = await call('readClass', { params: { classId: Number(classId) } });
      wrong.value = '';
    } catch (error) {
      own.value = null;
      wrong.value = inWords(error);
    }
  },
  { immediate: true },
);
const total = computed(() => classes.value?.reduce((sum, { students }) => sum + students, 0) ?? 0);

async function renew(student: Own['roll'][number]): Promise<void> {
  if (!own.value) return;
  const name = `${student.givenName} ${student.familyName}`;
  const sure = await ElMessageBox.confirm(
    `${name} gets a new passcode. The old one ends at once, and so does ${name}’s sign-in wherever it is open.`,
    `New passcode for ${name}?`,
    { confirmButtonText: 'New passcode', cancelButtonText: 'Keep the old one' },
  ).catch(() => false);
  if (!sure) return;
  try {
    const { passcode } = await call('renewPasscode', {
      params: { classId: own.value.class.id, studentId: student.id },
    });
    fresh.value = { name, passcode };
  } catch (error) {
    failed(error);
  }
}
</script>

<template>
  <PageHead title="Classes" where="This year" />
  <p v-if="wrong" class="wrong inset" role="alert">{{ wrong }}</p>
  <FacingPages name="classes" left="Classes" right="Roll" :start="30">
    <template #left>
      <EmptyNote v-if="classes?.length === 0" title="No classes yet."
        >The office sets up classes and gives them to teachers.</EmptyNote
      >
      <ul class="classes">
        <li v-for="one in classes" :key="one.id">
          <RouterLink :to="`/classes/${one.id}`" :class="{ here: own?.class.id === one.id }">
            <span class="name">{{ one.name }}</span>
            <span>{{ one.subject }}, {{ one.period }}</span>
            <span class="faded small">grade {{ one.grade }} · {{ count(one.students, 'student') }}</span>
          </RouterLink>
        </li>
      </ul>
    </template>
    <template #right>
      <div v-if="own" class="inset">
        <h2>{{ own.class.name }}, {{ own.class.subject }}</h2>
        <p>
          Students sign in at <b>/seat</b> with class code <b class="code">{{ own.class.code }}</b>, their name and
          their passcode.
        </p>
        <p v-if="fresh" class="fresh" role="status">
          New passcode for {{ fresh.name }}: <b class="code">{{ fresh.passcode }}</b>. It is shown only now; the old one
          no longer works.
        </p>
        <table class="ruled">
          <thead>
            <tr>
              <th class="figures">No.</th>
              <th>Name</th>
              <th>Student number</th>
              <th class="figures">Handed in</th>
              <th>Last sign-in</th>
              <th><span class="unseen">Actions</span></th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="student in own.roll" :key="student.id">
              <td class="figures">{{ student.rollNumber }}</td>
              <td>{{ student.givenName }} {{ student.familyName }}</td>
              <td class="faded">{{ student.studentNumber }}</td>
              <td class="figures">{{ student.handedIn }}</td>
              <td class="faded">
                {{ student.signedInAt === null ? 'not yet' : words.time(student.signedInAt) }}
              </td>
              <td>
                <button
                  class="word"
                  :aria-label="`New passcode for ${student.givenName} ${student.familyName}`"
                  @click="renew(student)"
                >
                  New passcode
                </button>
              </td>
            </tr>
          </tbody>
        </table>
      </div>
    </template>
  </FacingPages>
  <FootingLine label="Totals">
    <span
      ><b>{{ count(classes?.length ?? 0, 'class', 'classes') }}</b></span
    ><span
      ><b>{{ count(total, 'student') }}</b></span
    >
  </FootingLine>
</template>

<style scoped>
.inset {
  padding: 16px 24px;
}
.classes {
  list-style: none;
  margin: 0;
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
}
.code {
  letter-spacing: 0.06em;
}
.fresh {
  background: var(--secure-wash);
  padding: 8px 12px;
  border-radius: var(--corner);
}
</style>
