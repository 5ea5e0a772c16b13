<script setup lang="ts">
/** Bringing students in: the list on the left, on the right what it would do before anything is done. */
import type { ClassRow } from '@oaken/contract/classes';
import { listing } from '@oaken/core/text';
import { computed, onMounted, ref } from 'vue';
import { useRoute, useRouter } from 'vue-router';
import { useDoing } from '../../client/useDoing';
import { call } from '../../client/call';
import EmptyNote from '../../parts/EmptyNote.vue';
import FacingPages from '../shared/FacingPages.vue';
import FootingLine from '../../parts/FootingLine.vue';
import PageHead from '../shared/PageHead.vue';
import { done } from '../shared/undo';
import ListSource from './ListSource.vue';
import RosterPreview from './RosterPreview.vue';
import { useBringing, type Roster } from './useBringing';
import { sources, useListSource } from './useListSource';
import SelectField from '../../parts/SelectField.vue';
import FileButton from '../../parts/FileButton.vue';
import TabStrip from '../../parts/TabStrip.vue';
import { say } from '../../words/teacher';

const router = useRouter();
const classId = Number(useRoute().params.classId);
const classes = ref<ClassRow[]>([]);
const busy = ref(false);
const {
  rosters,
  plans,
  planning,
  wrong: planWrong,
  choiceOf,
  decide,
  staying,
  open,
  touched,
  apply,
} = useBringing(() => classes.value);

const list = useListSource(classId, classes, rosters);
const { here: schoolClass, source, text, whole, problems, fileName } = list;
const { wrong: loadWrong, read } = useDoing();
const wrong = computed(() => loadWrong.value || list.wrong.value);

onMounted(() =>
  read(async () => {
    const { classes: mine } = await call('listClasses', {});
    classes.value = mine.filter(({ putAway, part }) => !putAway && part !== 'substitute');
  }),
);

const titleOf = (roster: Roster) => {
  const target =
    roster.target === 'new'
      ? say('classes.titleNewClass', { title: roster.source?.title ?? '' })
      : (classes.value.find(({ id }) => id === roster.target)?.name ?? '');
  return roster.source && roster.source.title !== target
    ? `${roster.source.title} → ${target}`
    : target;
};
/** Classes of a list that is not typed here: each says where it comes from. */
const listedClasses = computed(() =>
  rosters.value.flatMap((roster) => (roster.source ? [{ roster, source: roster.source }] : [])),
);
const shown = computed(() =>
  rosters.value.flatMap((roster) => {
    const plan = roster.target === 'out' ? undefined : plans.value[roster.key];
    return plan ? [{ ...roster, plan }] : [];
  }),
);
function stay(key: string, studentId: number, stays: boolean): void {
  const held = staying[key] ?? [];
  staying[key] = stays ? [...held, studentId] : held.filter((id) => id !== studentId);
}
async function bring(): Promise<void> {
  if (busy.value) return;
  busy.value = true;
  const outcome = await apply().finally(() => (busy.value = false));
  if (!outcome) return;
  list.forget();
  const words = [
    outcome.added ? say('classes.addedNew', { added: outcome.added }) : '',
    outcome.joined ? say('classes.joinedJoined', { joined: outcome.joined }) : '',
    outcome.changed ? say('classes.changedChanged', { changed: outcome.changed }) : '',
    outcome.left ? say('classes.leftLeft', { left: outcome.left }) : '',
  ].filter(Boolean);
  done(
    words.length
      ? say('classes.doneWords', { words: listing(words) })
      : say('classes.everythingWasAsList'),
    async () => {
      await call('undoRosters', { params: { changeId: outcome.changeId } });
      await router.push(`/classes/${classId}/bring`);
    },
    outcome.added
      ? { to: `/classes/${classId}/slips`, text: say('classes.printSignInSlips') }
      : undefined,
  );
  await router.push(
    `/classes/${outcome.classIds.includes(classId) ? classId : outcome.classIds[0]}`,
  );
}
</script>

<template>
  <PageHead
    :title="say('classes.importStudents')"
    :where="say('classes.classesName', { name: schoolClass?.name ?? '' })"
  >
    <RouterLink :to="`/classes/${classId}`">{{ say('classes.backClass') }}</RouterLink>
  </PageHead>
  <FacingPages
    name="bring"
    :left="say('classes.theList')"
    :right="say('classes.whatWillChange')"
    :start="44"
  >
    <template #left>
      <TabStrip
        :model-value="source"
        @update:model-value="list.choose"
        :tabs="sources"
        :label="say('classes.whereListComesFrom')"
      >
        <div class="inset">
          <template v-if="source === 'list'">
            <ListSource v-model="text" @read="list.takeList" />
            <ElCheckbox :model-value="whole" @change="list.setWhole($event as boolean)">
              {{ say('classes.thisWholeClassStudents') }}</ElCheckbox
            >
          </template>
          <template v-if="source === 'file'">
            <p>{{ say('classes.aCsvWithOne') }}</p>
            <p>
              <FileButton accept=".csv,.txt,.tsv,.zip" @chosen="list.takeFile">{{
                say('classes.chooseCsvOrOneroster')
              }}</FileButton>
            </p>
            <p v-if="fileName && !wrong" class="faded">
              {{ say('classes.fileNameRead', { fileName }) }}
            </p>
          </template>
          <p v-if="list.busy.value && source === 'roster'" class="faded" role="status">
            {{ say('classes.askingSchoolsRoster') }}
          </p>
          <p v-if="wrong" class="wrong" role="alert">{{ wrong }}</p>
          <table v-if="source !== 'list' && rosters.length" class="ruled">
            <thead>
              <tr>
                <th>{{ source === 'roster' ? say('classes.inRoster') : say('classes.inFile') }}</th>
                <th class="figures">{{ say('common.students') }}</th>
                <th>{{ say('classes.goes') }}</th>
              </tr>
            </thead>
            <tbody>
              <tr v-for="{ roster, source: listed } in listedClasses" :key="roster.key">
                <td>
                  {{ listed.title }}
                  <span class="faded small">{{
                    [listed.subject, listed.term].filter(Boolean).join(', ')
                  }}</span>
                </td>
                <td class="figures">{{ roster.listed.length }}</td>
                <td>
                  <SelectField
                    v-model="roster.target"
                    :aria-label="say('classes.whereTitleGoes', { title: listed.title })"
                    ><ElOption value="out" :label="say('classes.nowhere')" /><ElOption
                      v-for="entry in classes"
                      :key="entry.id"
                      :value="entry.id"
                      :label="`${entry.name}, ${entry.subject}`" /><ElOption
                      value="new"
                      :label="say('classes.aNewClass')"
                  /></SelectField>
                </td>
              </tr>
            </tbody>
          </table>
          <ul v-if="problems.length" class="problems">
            <li v-for="(problem, index) in problems.slice(0, 30)" :key="index" class="wrong">
              {{
                say('classes.fileLineLineMessage', {
                  file: problem.file,
                  line: problem.line,
                  message: problem.message,
                })
              }}
            </li>
            <li v-if="problems.length > 30" class="faded">
              {{ say('classes.andProblemsMore', { problems: problems.length - 30 }) }}
            </li>
          </ul>
        </div>
      </TabStrip>
    </template>
    <template #right>
      <p v-if="planWrong" class="wrong inset" role="alert">{{ planWrong }}</p>
      <EmptyNote v-if="shown.length === 0 && !planning" :title="say('classes.nothingShowYet')">{{
        source === 'list' ? say('classes.typeOrPasteNames') : say('classes.chooseOnLeftWhere')
      }}</EmptyNote>
      <RosterPreview
        v-for="roster in shown"
        :key="roster.key"
        :title="titleOf(roster)"
        :plan="roster.plan"
        :choice="(line) => choiceOf(roster.key, line)"
        :staying="staying[roster.key] ?? []"
        @decide="(line, choice) => decide(roster.key, line, choice)"
        @stay="(studentId, stays) => stay(roster.key, studentId, stays)"
      />
    </template>
  </FacingPages>
  <FootingLine :label="say('classes.whatWouldHappen')">
    <span v-if="open > 0" class="wrong">{{
      say('classes.questionsAnswerFirst', { n: open })
    }}</span>
    <span v-else-if="planning" class="faded">{{ say('common.looking') }}</span>
    <span v-else-if="shown.length && touched === 0">{{ say('classes.everythingAsListHas') }}</span>
    <template #actions>
      <ElButton
        type="primary"
        :disabled="shown.length === 0 || open > 0 || planning"
        :loading="busy"
        @click="bring"
      >
        {{
          touched === 0 && shown.length
            ? say('classes.nothingChange')
            : say('classes.applyStudents', { n: touched })
        }}
      </ElButton>
    </template>
  </FootingLine>
</template>

<style scoped>
.inset {
  padding: 14px 24px;
}
.problems {
  padding-inline-start: 18px;
}
</style>
