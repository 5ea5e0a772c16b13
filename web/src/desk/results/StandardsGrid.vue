<script setup lang="ts">
/** Students down, standards across: who has earned what on each. */
import type { StandardResult } from '@oaken/contract/results';
import { computed } from 'vue';
import TallyBox from '../../parts/TallyBox.vue';
import { percent } from '../shared/words';
import { say } from '../../words/teacher';

const props = defineProps<{ standards: readonly StandardResult[]; assignmentId: number }>();
const shareOf = (earned: StandardResult['all'] | null | undefined) => earned?.share ?? null;
const lines = computed(() => {
  const students = props.standards[0]?.students ?? [];
  return students.map(({ id, name, class: className }) => ({
    id,
    name,
    className,
    cells: props.standards.map(({ code, students: rated }) => {
      const share = shareOf(rated.find((student) => student.id === id)?.earned);
      return {
        code,
        share,
        label: say('results.nameOnCode', {
          name,
          code,
          share: share === null ? say('results.nothingScored') : percent(share),
        }),
      };
    }),
  }));
});
</script>

<template>
  <div class="grid" tabindex="0" role="region" :aria-label="say('results.studentsByStandards')">
    <table class="ruled">
      <thead>
        <tr>
          <th class="name">{{ say('common.student') }}</th>
          <th v-for="{ code, statement } in standards" :key="code" :title="statement" class="code">
            {{ code }}
            <span class="statement">{{ statement }}</span>
          </th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="{ id, name, className, cells } in lines" :key="id">
          <th scope="row" class="name">
            <RouterLink :to="`/results/${assignmentId}/students/${id}`">{{ name }}</RouterLink>
            {{ ' ' }}<span class="faded small">{{ className }}</span>
          </th>
          <td v-for="{ code, share, label } in cells" :key="code" :data-copy="percent(share)">
            <TallyBox
              :share="share"
              :label="label"
              :figure="share === null ? undefined : String(Math.round(100 * share))"
            />
          </td>
        </tr>
      </tbody>
      <tfoot>
        <tr>
          <th scope="row" class="name">{{ say('results.allStudents') }}</th>
          <td v-for="{ code, all } in standards" :key="code">
            <b>{{ percent(all.share) }}</b>
          </td>
        </tr>
      </tfoot>
    </table>
  </div>
</template>

<style scoped>
.grid {
  overflow-x: auto;
}
.name {
  position: sticky;
  inset-inline-start: 0;
  z-index: 1;
  min-width: 170px;
  text-align: start;
  font-weight: 400;
  background: var(--sheet);
}
tbody .name {
  border-bottom: var(--line);
}
.code {
  min-width: 110px;
  max-width: 220px;
  vertical-align: top;
}
.statement {
  display: block;
  max-height: 3.2em;
  white-space: normal;
  overflow: hidden;
  font-weight: 400;
  font-size: 0.75rem;
}
td :deep(.tally) {
  width: 34px;
  height: 24px;
}
table {
  width: auto;
}
</style>
