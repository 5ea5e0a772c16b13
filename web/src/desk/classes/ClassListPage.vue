<script setup lang="ts">
/** The class list on paper, with empty columns for whatever is ticked in the room. */
import { computed, onMounted, ref } from 'vue';
import { useRoute } from 'vue-router';
import { useSession } from '../../client/session';
import PageHead from '../shared/PageHead.vue';
import PrintDesk from '../print/PrintDesk.vue';
import { fullName, useClass } from './useClass';
import { say } from '../../words/teacher';

const session = useSession();
const classId = Number(useRoute().params.classId);
const { openClass, wrong, open, here } = useClass(() => undefined);
onMounted(() => open(classId));
const numbers = ref(true);
const empty = ref(6);
const columns = computed(() => Math.max(0, Math.min(12, Math.round(empty.value) || 0)));
const print = () => window.print();
</script>

<template>
  <div class="screen-only">
    <PageHead
      :title="say('classes.classList')"
      :where="say('classes.classesName', { name: openClass?.class.name ?? '' })"
    >
      <RouterLink :to="`/classes/${classId}`">{{ say('classes.backClass') }}</RouterLink>
      <ElButton type="primary" :disabled="!openClass" @click="print">{{
        say('classes.printOrSaveAs')
      }}</ElButton>
    </PageHead>
    <p v-if="wrong" class="wrong inset" role="alert">{{ wrong }}</p>
    <div class="options" role="group" :aria-label="say('classes.whatPrint')">
      <ElCheckbox v-model="numbers"> {{ say('classes.studentNumbers') }}</ElCheckbox>
      <label
        >{{ say('classes.emptyColumns') }}
        <ElInputNumber
          :controls="false"
          v-model="empty"
          class="few"
          :min="0"
          :max="12"
          :aria-label="say('classes.emptyColumnsTitle')"
        />
      </label>
    </div>
  </div>
  <PrintDesk v-if="openClass" :label="say('classes.theClassList')">
    <div class="sheet">
      <h2>{{ openClass.class.name }}, {{ openClass.class.subject }}</h2>
      <p class="faded">
        {{
          [session.school.name, openClass.class.period, openClass.class.term]
            .filter(Boolean)
            .join(' · ')
        }}
      </p>
      <table>
        <thead>
          <tr>
            <th class="figures">{{ say('common.no') }}</th>
            <th>{{ say('common.name') }}</th>
            <th v-if="numbers">{{ say('classes.studentNumber') }}</th>
            <th v-for="n in columns" :key="n" class="empty">
              <span class="unseen">{{ say('classes.empty') }}</span>
            </th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="student in here" :key="student.id">
            <td class="figures">{{ student.rosterNumber }}</td>
            <td>{{ fullName(student) }}</td>
            <td v-if="numbers">{{ student.studentNumber }}</td>
            <td v-for="n in columns" :key="n" />
          </tr>
        </tbody>
      </table>
    </div>
  </PrintDesk>
</template>

<style scoped>
.inset {
  padding: 8px 24px;
}
table {
  width: 100%;
}
th,
td {
  border: 1px solid #888;
  padding: 4px 8px;
  text-align: start;
}
.figures {
  text-align: end;
  width: 40px;
}
.empty {
  width: 44px;
}
tr {
  break-inside: avoid;
}
</style>
