<script setup lang="ts">
/** A passage: left what is written, with an easier version beside the original; right as a student sees it. */
import type { AnswerOf, api } from '@oaken/contract';
import { passageContent, type Numbering, type PassageContent } from '@oaken/core/passages';
import { computed, onMounted, provide, ref } from 'vue';
import { useRoute, useRouter } from 'vue-router';
import { useDoing } from '../../client/useDoing';
import { call } from '../../client/call';
import FacingPages from '../shared/FacingPages.vue';
import FootingLine from '../../parts/FootingLine.vue';
import PageHead from '../shared/PageHead.vue';
import { useLibrary } from '../library/library';
import SavedMeanwhile from '../compare/SavedMeanwhile.vue';
import { linesOfPassage } from '../compare/wordDiff';
import { under, type Problem } from '../../parts/problems';
import { readOnlyKey } from '../../rich/readonly';
import RichField from '../../rich/RichField.vue';
import { useKeptText } from '../shared/keptText';
import { done } from '../shared/undo';
import { useSaving } from '../shared/useSaving';
import PassageAside from './PassageAside.vue';
import PassageRevisions from './PassageRevisions.vue';
import SelectField from '../../parts/SelectField.vue';
import { say } from '../../words/teacher';

type OpenPassage = AnswerOf<typeof api.readPassage>;
const route = useRoute();
const router = useRouter();
const library = useLibrary();
const passageId = route.params.passageId === 'new' ? null : Number(route.params.passageId);
const draftKey = `oaken-passage-${passageId ?? 'new'}`;
const clientKey = crypto.randomUUID();

const opened = ref<OpenPassage | null>(null);
const kept = useKeptText<PassageContent>(draftKey, () => opened.value?.passage.revisionId ?? 'new');
const {
  text: content,
  changed,
  recovered,
  base,
  take,
  rebase,
  recover,
  startOver,
  forget,
  asSent,
} = kept;
function startAgain(): void {
  const back = startOver();
  showEasier();
  done(say('common.unsavedChangesDiscarded'), () => {
    back();
    showEasier();
  });
}
const bank = ref<number | null>(null);
const hasEasier = ref(false);
const { wrong, read } = useDoing();
const saving = useSaving<OpenPassage>(async (basedOn) => {
  if (passageId === null) return null;
  const now = await call('readPassage', { params: { passageId } });
  return now.passage.revisionId === basedOn ? null : now;
});
const { busy, theirs } = saving;
const serverProblems = ref<Problem[]>([]);

async function load(): Promise<void> {
  if (passageId === null)
    return take({ title: '', body: '', numbering: 'none', easier: '', source: '' });
  opened.value = await call('readPassage', { params: { passageId } });
  take(opened.value.content);
}
const showEasier = () => (hasEasier.value = (content.value?.easier ?? '') !== '');
onMounted(async () => {
  await read(async () => {
    await Promise.all([library.load(), load()]);
    bank.value =
      opened.value?.passage.bankId ??
      library.banks.find((candidate) => candidate.mine)?.id ??
      library.mayChange[0]?.id ??
      null;
    if (recover()) theirs.value = opened.value;
    showEasier();
  });
});
const mayEdit = computed(() => opened.value === null || opened.value.passage.may === 'edit');
provide(
  readOnlyKey,
  // A new passage becomes another page once it is made: nothing may be typed between.
  computed(() => !mayEdit.value || (busy.value && passageId === null)),
);
/** An easier version that was unticked is not saved, but stays in the field until then. */
const whole = computed<PassageContent | null>(
  () => content.value && { ...content.value, easier: hasEasier.value ? content.value.easier : '' },
);
const different = computed(() => changed.value || whole.value?.easier !== content.value?.easier);
const problems = computed<Problem[]>(() => {
  const parsed = passageContent.safeParse(whole.value);
  const faults = parsed.success
    ? []
    : parsed.error.issues.map(({ path, message }) => ({ pointer: `/${path.join('/')}`, message }));
  return [...faults, ...serverProblems.value];
});

const saveStatus = computed(() => {
  if (different.value) return 'Not saved yet; kept in this browser';
  return opened.value ? say('passages.saved') : say('passages.nothingWrittenYet');
});
async function make(passage: PassageContent, bankId: number): Promise<void> {
  const sent = asSent();
  const made = await call('makePassage', { body: { clientKey, bank: bankId, content: passage } });
  forget();
  rebase(sent);
  done(say('passages.thePassageSavedItems'));
  await router.replace(`/passages/${made.id}`);
}
async function revise(id: number, basedOn: number, passage: PassageContent): Promise<void> {
  const sent = asSent();
  const params = { passageId: id };
  const { items } = await call('revisePassage', { params, body: { basedOn, content: passage } });
  opened.value = await call('readPassage', { params });
  forget();
  if (asSent() === sent) take(opened.value.content);
  else rebase(sent);
  done(say('passages.thePassageSavedItemsIn', { n: items }));
}
async function save(basedOn = Number(base.value)): Promise<void> {
  const [bankId, passage] = [bank.value, whole.value];
  if (bankId === null || !passage) return;
  const refused = await saving.save(basedOn, () =>
    passageId === null ? make(passage, bankId) : revise(passageId, basedOn, passage),
  );
  serverProblems.value = refused.map((problem) => ({
    ...problem,
    pointer: problem.pointer.replace(/^\/content/, ''),
  }));
}
async function takeTheirs(): Promise<void> {
  forget();
  theirs.value = null;
  await load();
  showEasier();
}
async function lookBack(revision: number): Promise<void> {
  if (passageId === null) return;
  const earlier = await call('readPassage', { params: { passageId }, query: { revision } });
  content.value = { ...earlier.content };
  showEasier();
}
const numberingWords: Record<Numbering, string> = {
  none: say('passages.notNumbered'),
  paragraphs: say('passages.numberedParagraphs'),
  lines: say('passages.numberedLinesEachParagraph'),
};
</script>

<template>
  <PageHead
    :title="content?.title || say('passages.newPassage')"
    :where="say('passages.banksPassages')"
    ><RouterLink to="/passages">{{ say('passages.allPassages') }}</RouterLink></PageHead
  >
  <p v-if="wrong || saving.wrong.value" class="wrong inset" role="alert">
    {{ wrong || saving.wrong.value }}
  </p>
  <p v-if="recovered" class="notice" role="status">
    {{ say('passages.thisWhatYouHad') }}
    <ElButton link class="word" @click="startAgain">{{ say('passages.goBackSavedText') }}</ElButton>
  </p>
  <p v-if="!mayEdit" class="notice">
    {{ say('passages.thisPassageBelongsOthers') }}
  </p>
  <SavedMeanwhile
    v-if="theirs && whole"
    :what="say('passages.passage')"
    :theirs="linesOfPassage(theirs.content)"
    :mine="linesOfPassage(whole)"
    @mine="save(theirs.passage.revisionId)"
    @theirs="takeTheirs"
  />
  <FacingPages
    v-if="content"
    name="passage"
    :left="say('common.passage')"
    :right="say('common.studentsView')"
    :start="54"
  >
    <template #left>
      <fieldset class="inset plain" :disabled="!mayEdit">
        <label class="field"
          ><span class="label">{{ say('common.title') }}</span
          ><ElInput v-model="content.title" maxlength="200"
        /></label>
        <p
          v-for="problem in changed ? under(problems, '/title') : []"
          :key="problem.message"
          class="wrong"
        >
          {{ problem.message }}
        </p>
        <RichField v-model="content.body" :label="say('passages.textPassage')" />
        <p
          v-for="problem in changed ? under(problems, '/body') : []"
          :key="problem.message"
          class="wrong"
        >
          {{ problem.message }}
        </p>
        <label class="field gap">
          <span class="label">{{ say('passages.numbersAtLeft') }}</span>
          <SelectField v-model="content.numbering"
            ><ElOption
              v-for="(name, numbering) in numberingWords"
              :key="numbering"
              :value="numbering"
              :label="name"
          /></SelectField>
        </label>
        <ElCheckbox v-model="hasEasier"> {{ say('passages.anEasierOrShortened') }}</ElCheckbox>
        <template v-if="hasEasier">
          <RichField v-model="content.easier" :label="say('passages.easierVersion')" />
          <p v-for="problem in under(problems, '/easier')" :key="problem.message" class="wrong">
            {{ problem.message }}
          </p>
        </template>
        <label class="field gap"
          ><span class="label">{{ say('passages.whereWasTakenFrom') }}</span
          ><ElInput v-model="content.source" maxlength="500"
        /></label>
        <label v-if="passageId === null" class="field">
          <span class="label">{{ say('passages.bank') }}</span>
          <SelectField v-model="bank"
            ><ElOption
              v-for="mine in library.mayChange"
              :key="mine.id"
              :value="mine.id"
              :label="mine.name"
          /></SelectField>
        </label>
        <PassageRevisions
          v-if="opened && opened.revisions.length > 1"
          :opened="opened"
          @go-back="lookBack"
        />
      </fieldset>
    </template>
    <template #right>
      <PassageAside
        v-if="whole"
        :content="whole"
        :passage-id="passageId"
        :items="opened?.passage.items ?? 0"
        :may-edit="mayEdit"
        :start="route.query.tab === 'items' ? 'items' : 'view'"
      />
    </template>
  </FacingPages>
  <FootingLine :label="say('common.passage')">
    <span>{{ saveStatus }}</span>
    <span v-if="opened"
      ><b>{{ say('common.itemsCounted', { n: opened.passage.items }) }}</b>
      {{ say('passages.askAbout', { n: opened.passage.items }) }}</span
    >
    <template #actions>
      <ElButton
        type="primary"
        :disabled="!mayEdit || !different || problems.length > 0"
        :loading="busy"
        @click="save()"
        >{{
          passageId === null ? say('passages.savePassage') : say('passages.saveAsRevision')
        }}</ElButton
      >
    </template>
  </FootingLine>
</template>

<style scoped>
.inset {
  padding: 18px 24px;
}
.plain {
  border: 0;
  margin: 0;
  min-width: 0;
}
.gap {
  margin-top: 14px;
}
.notice {
  margin: 0;
  padding: 8px 24px;
  background: var(--secure-wash);
}
</style>
