<script setup lang="ts">
/** An item as one test has it: left what is written, right the student's view. The bank's own item stays as it is. */
import type { Pinned, TestAnswer } from '@oaken/contract/assessments';
import { itemPoints } from '@oaken/core/items';
import { allEntries } from '@oaken/core/assessments';
import { computed, onMounted, ref } from 'vue';
import { useRoute, useRouter } from 'vue-router';
import { useDoing } from '../../client/useDoing';
import { call } from '../../client/call';
import { inWords, Refused } from '../../client/request';
import FacingPages from '../shared/FacingPages.vue';
import FootingLine from '../../parts/FootingLine.vue';
import PageHead from '../shared/PageHead.vue';
import ItemEditor from '../items/ItemEditor.vue';
import { useAccepting } from '../items/template/useAccepting';
import VariantsPanel from '../items/template/VariantsPanel.vue';
import ItemPreview from '../items/ItemPreview.vue';
import { useDraft } from '../items/useDraft';
import { done } from '../shared/undo';
import GiveBackDialog from './GiveBackDialog.vue';
import { say } from '../../words/teacher';

const route = useRoute();
const router = useRouter();
const testId = Number(route.params.testId);
const entryId = String(route.params.entryId);
const backToRow = `/tests/${testId}#entry-${entryId}`;
/** The form that the item is changed for; null for the first. */
const formId = typeof route.query.form === 'string' ? route.query.form : null;

const pinned = ref<Pinned | null>(null);
const number = ref(0);
const title = ref('');
const { wrong, read } = useDoing();
const busy = ref(false);
const older = ref(false);
const formName = ref('');
const mayChange = ref(false);
const asking = ref(false);
const giving = ref(false);
const {
  content,
  changed,
  recovered,
  problems,
  serverProblems,
  valid,
  take,
  recover,
  startOver,
  forget,
} = useDraft(`oaken-draft-${testId}-${entryId}${formId ?? ''}`, () => pinned.value?.id ?? 0);
const acceptFaults = useAccepting(content);
const startAgain = () => done(say('common.unsavedChangesDiscarded'), startOver());

function show(answer: TestAnswer): void {
  title.value = answer.outline.title;
  const entries = allEntries(answer.outline);
  const entry = entries.find(({ id }) => id === entryId);
  number.value = entry ? entries.indexOf(entry) + 1 : 0;
  const form = answer.outline.forms.find(({ id }) => id === formId);
  formName.value = form?.name ?? '';
  const pin = form?.swaps.find(({ of }) => of === entryId) ?? entry;
  mayChange.value = answer.may === 'edit';
  pinned.value = answer.revisions.find(({ id }) => id === pin?.revisionId) ?? null;
  if (pinned.value) take({ content: pinned.value.content, facts: {} });
  else wrong.value = say('tests.thisItemNoLonger');
}
onMounted(async () => {
  await read(async () => {
    show(await call('readTest', { params: { testId } }));
    older.value = recover();
  });
});

async function save(): Promise<void> {
  if (busy.value || !valid.value || !pinned.value) return;
  busy.value = true;
  wrong.value = '';
  try {
    const body = { basedOn: pinned.value.id, content: valid.value, form: formId };
    const answer = await call('reviseEntry', { params: { testId, entryId }, body });
    forget();
    show(answer);
    done(
      say('tests.itemNumberChangedIn', {
        number: number.value,
        value: formId
          ? say('tests.formFormNameThis', { formName: formName.value })
          : say('tests.thisTest'),
      }),
    );
    await router.push(backToRow);
  } catch (error) {
    if (error instanceof Refused && error.problem.errors)
      serverProblems.value = error.problem.errors;
    else wrong.value = inWords(error);
  } finally {
    busy.value = false;
  }
}

/** Only what the bank's own rights allow, and never over somebody else's newer wording. */
const canGiveBack = computed(
  () =>
    formId === null &&
    mayChange.value &&
    !changed.value &&
    pinned.value?.forThisTest &&
    pinned.value.bank.may === 'edit' &&
    !pinned.value.bank.retired,
);
async function give(): Promise<void> {
  if (giving.value || !pinned.value?.bank.revisionId) return;
  giving.value = true;
  try {
    show(
      await call('giveBack', {
        params: { testId, entryId },
        body: { over: pinned.value.bank.revisionId },
      }),
    );
    done(say('tests.theBankHasThis'));
  } catch (error) {
    wrong.value = inWords(error);
    if (error instanceof Refused && error.status === 409)
      show(await call('readTest', { params: { testId } }));
  } finally {
    [giving.value, asking.value] = [false, false];
  }
}
</script>

<template>
  <PageHead
    :title="
      number
        ? say('tests.itemNumber', {
            number,
            value: formName ? say('tests.formFormName', { formName }) : '',
          })
        : say('common.item')
    "
    :where="say('tests.testsTitle', { title })"
  >
    <RouterLink :to="backToRow">{{ say('tests.backTest') }}</RouterLink>
  </PageHead>
  <p v-if="wrong" class="wrong inset" role="alert">{{ wrong }}</p>
  <p v-if="recovered" class="recovered" role="status">
    {{ say('tests.thisWhatYouHad', { value: older ? say('tests.andItemWasChanged') : '' }) }}
    <ElButton link class="word" @click="startAgain">{{ say('tests.goBackSavedWording') }}</ElButton>
  </p>
  <FacingPages
    v-if="content"
    name="edit"
    :left="say('tests.wordingKey')"
    :right="say('common.studentsView')"
    :start="54"
  >
    <template #left>
      <div class="inset"><ItemEditor v-model="content" :problems="problems" /></div>
    </template>
    <template #right>
      <div class="inset">
        <ItemPreview :content="valid ?? content" :problems="valid ? [] : problems" name="preview" />
        <VariantsPanel
          v-if="valid?.template"
          :content="valid"
          :grades="[]"
          :may-change="mayChange"
          @accept="acceptFaults"
        />
      </div>
    </template>
  </FacingPages>
  <FootingLine :label="say('common.item')">
    <span>{{ changed ? say('tests.notSavedYetKept') : say('tests.saved') }}</span>
    <span v-if="valid"
      ><b>{{ say('tests.pointsCounted', { n: itemPoints(valid) }) }}</b>
      {{ say('tests.byItsOwnRule') }}</span
    >
    <span v-if="pinned?.forThisTest">{{ say('tests.changedThisTestOnly') }}</span>
    <template #actions>
      <ElButton v-if="canGiveBack" @click="asking = true">{{ say('tests.saveBank') }}</ElButton>
      <ElButton :disabled="!changed" @click="startAgain">{{ say('tests.startOver') }}</ElButton>
      <ElButton
        type="primary"
        :disabled="!changed || problems.length > 0"
        :loading="busy"
        @click="save"
        >{{
          formName ? say('tests.saveFormFormName', { formName }) : say('tests.saveThisTest')
        }}</ElButton
      >
    </template>
  </FootingLine>
  <GiveBackDialog v-if="pinned" v-model="asking" :pinned="pinned" :busy="giving" @give="give" />
</template>

<style scoped>
.inset {
  padding: 18px 24px;
}
.recovered {
  margin: 0;
  padding: 8px 24px;
  background: var(--secure-wash);
}
</style>
