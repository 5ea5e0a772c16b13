<script setup lang="ts">
/** How: time, attempts, order, forms, the beginning, and what is let out when; rare settings folded with their value in words. */
import {
  lateAnswerRule,
  mayBeAway,
  type Counting,
  type LateAnswerRule,
  type Released,
  type ReleaseTime,
  type ScoreShow,
} from '@oaken/core/assignments';
import { lengthInWords } from '@oaken/core/timing';
import { listing } from '@oaken/core/text';
import { computed } from 'vue';
import BandsEditor from './BandsEditor.vue';
import FoldedSetting from './FoldedSetting.vue';
import { hasTime, type WishForm } from './wishForm';

const form = defineModel<WishForm>({ required: true });
const props = defineProps<{
  problems: Record<string, string>;
  /** Every form of the test; none where there is only one. */
  forms: { id: string | null; name: string; note: string }[];
  /** Chosen classes and groups, which may each get one form. */
  parties: { key: string; name: string; classId?: number; groupId?: number }[];
  sections: { id: string; title: string }[];
  /** It was given already: forms are dealt. */
  given?: boolean;
}>();

const countingWords: Record<Counting, string> = {
  best: 'the best',
  latest: 'the latest',
  first: 'the first',
  mean: 'the mean of all',
};
const orderWords = {
  own: 'my order; students go where they want',
  fixed: 'my order, one after the other',
  shuffled: 'another order for each student',
};
const lateAnswers = computed<LateAnswerRule>({
  get: () =>
    lateAnswerRule({ mode: form.value.mode, lateAnswers: form.value.lateAnswers ?? undefined }),
  set: (rule) => (form.value.lateAnswers = rule),
});
const lateAnswerWords: Record<LateAnswerRule, string> = {
  review: 'wait until I have looked at them',
  count: 'count',
  refuse: 'don’t count',
};
const releaseWords: Record<ReleaseTime, string> = {
  'at-hand-in': 'as soon as they hand in',
  'after-closing': 'after it has closed',
  'by-hand': 'when I release them',
};
const answerWords: Record<ReleaseTime, string> = {
  ...releaseWords,
  'at-hand-in': 'once nobody can answer any more',
};
const releasedWords: Record<Released, string> = {
  score: 'Scores',
  marks: 'Right or wrong',
  answers: 'Right answers',
  explanations: 'Explanations',
};
const showWords: Record<ScoreShow, string> = {
  both: 'points and percent',
  points: 'points',
  percent: 'percent',
  band: 'letter band',
};

const attempts = computed(() =>
  form.value.attempts === 1
    ? 'one attempt'
    : `${form.value.attempts || 'any number of'} attempts, ${countingWords[form.value.counts]} counts`,
);
const back = computed(() =>
  form.value.goBack || form.value.mode === 'practice' ? '' : ', no going back',
);
const order = computed(
  () =>
    `${form.value.order === 'own' && back.value ? orderWords.fixed : orderWords[form.value.order]}${back.value}, choices ${form.value.shuffleChoices ? 'shuffled' : 'in my order'}`,
);
const names = computed(() =>
  props.forms.filter(({ id }) => form.value.forms.includes(id)).map(({ name }) => name),
);
const formWords = computed(() => {
  const [first = 'none chosen', ...others] = names.value;
  const only = names.value.length === 0 ? first : `form ${first} for all`;
  const text = others.length > 0 ? `${listing(names.value)} in turn` : only;
  return form.value.formsFor.length ? `${text}, others by class or group` : text;
});
const beginning = computed(
  () =>
    listing(
      [
        form.value.word ? `with the word “${form.value.word}”` : '',
        form.value.instructions ? 'with instructions' : '',
        form.value.note ? 'with a note for teachers' : '',
      ].filter(Boolean),
    ) || 'no word, no instructions',
);
const outcome = computed(() => {
  const { score, show, answers } = form.value.release;
  return `${showWords[show]} ${releaseWords[score]}, right answers ${answerWords[answers]}`;
});
const formOf = (party: { classId?: number; groupId?: number }) => {
  const formOfParty = form.value.formsFor.find(
    (candidate) => candidate.classId === party.classId && candidate.groupId === party.groupId,
  );
  return formOfParty ? String(formOfParty.form) : 'turn';
};
function setForm({ classId, groupId }: { classId?: number; groupId?: number }, event: Event): void {
  const value = (event.target as HTMLSelectElement).value;
  const rest = form.value.formsFor.filter(
    (candidate) => candidate.classId !== classId || candidate.groupId !== groupId,
  );
  const formChoice = {
    ...(classId !== undefined && { classId }),
    ...(groupId !== undefined && { groupId }),
    form: value === 'null' ? null : value,
  };
  form.value.formsFor = value === 'turn' ? rest : [...rest, formChoice];
}
</script>

<template>
  <section>
    <h2>How</h2>
    <div class="pair">
      <span class="label">Mode</span>
      <label><input v-model="form.mode" type="radio" value="test" :disabled="given" /> test</label>
      <label
        ><input v-model="form.mode" type="radio" value="practice" :disabled="given" />
        practice</label
      >
      <label v-if="form.mode === 'practice'"
        >a wrong try takes off
        <input
          v-model.number="form.offPercent"
          class="plain-input few"
          type="number"
          min="0"
          max="100"
          step="any"
          aria-label="Percent off for each wrong try"
          :aria-invalid="Boolean(problems.offPerTry)"
        />
        %</label
      >
    </div>
    <p v-if="problems.offPerTry" class="wrong">{{ problems.offPerTry }}</p>
    <div class="pair">
      <span class="label">Time limit</span>
      <label><input v-model="form.limited" type="checkbox" aria-label="With a time limit" /></label>
      <input
        v-model.number="form.limitMinutes"
        class="plain-input few"
        type="number"
        min="1"
        max="1440"
        aria-label="Minutes to work"
        :disabled="!form.limited"
        :aria-invalid="Boolean(problems.limit)"
      />
      minutes
    </div>
    <div v-if="form.mode === 'test'" class="pair">
      <span class="label">Of parts</span>
      <label><input v-model="form.partsTimed" type="radio" value="none" /> none</label>
      <label><input v-model="form.partsTimed" type="radio" value="sections" /> each section</label>
      <label><input v-model="form.partsTimed" type="radio" value="items" /> each item</label>
      <label v-if="form.partsTimed === 'items'"
        ><input
          v-model.number="form.itemMinutes"
          class="plain-input few"
          type="number"
          min="0.1"
          max="600"
          step="any"
          aria-label="Minutes for each item"
          :aria-invalid="Boolean(problems.stageLimit)"
        />
        minutes</label
      >
    </div>
    <template v-if="form.mode === 'test' && form.partsTimed === 'sections'">
      <div v-for="(entry, n) in sections" :key="entry.id" class="pair">
        <span class="label" />
        <label
          ><input
            v-model.number="form.sectionMinutes[entry.id]"
            class="plain-input few"
            type="number"
            min="0.1"
            max="600"
            step="any"
            :aria-label="`Minutes for ${entry.title || `section ${n + 1}`}`"
            :aria-invalid="Boolean(problems.stageLimit)"
          />
          minutes for {{ entry.title || `section ${n + 1}` }}</label
        >
      </div>
    </template>
    <p v-if="form.mode === 'test' && form.partsTimed !== 'none'" class="faded small">
      A part’s time runs from when the student sees it; then the next one comes, and there is no way
      back to it.
    </p>
    <p v-if="problems.stageLimit" class="wrong">{{ problems.stageLimit }}</p>
    <div v-if="hasTime(form)" class="pair">
      <span class="label">Told at</span>
      <input
        v-model="form.warns"
        class="plain-input few"
        aria-label="Told so many minutes before the end"
        :aria-invalid="Boolean(problems.warnMinutes)"
      />
      minutes before the end
    </div>
    <p v-if="problems.limit ?? problems.warnMinutes" class="wrong">
      {{ problems.limit ?? problems.warnMinutes }}
    </p>
    <FoldedSetting :wrong="Boolean(problems.attempts)" name="Attempts" :value="attempts">
      <label
        ><input
          v-model.number="form.attempts"
          class="plain-input few"
          type="number"
          min="0"
          max="20"
          aria-label="Attempts"
        />
        for each student <span class="faded small">0: as many as they like</span></label
      >
      <label v-if="form.attempts !== 1"
        >What counts:
        <select v-model="form.counts" class="plain-input auto">
          <option v-for="(text, key) in countingWords" :key="key" :value="key">{{ text }}</option>
        </select></label
      >
      <p v-if="problems.attempts" class="wrong">{{ problems.attempts }}</p>
    </FoldedSetting>
    <FoldedSetting
      v-if="forms.length && !given"
      :wrong="Boolean(problems.forms)"
      name="Forms"
      :value="formWords"
    >
      <label v-for="entry in forms" :key="entry.name"
        ><input v-model="form.forms" type="checkbox" :value="entry.id" /> form {{ entry.name }}
        <span v-if="entry.note" class="faded">{{ entry.note }}</span></label
      >
      <label v-for="party in parties" :key="party.key"
        >{{ party.name }}:
        <select class="plain-input auto" :value="formOf(party)" @change="setForm(party, $event)">
          <option value="turn">the chosen forms in turn</option>
          <option v-for="entry in forms" :key="entry.name" :value="String(entry.id)">
            form {{ entry.name }}
          </option>
        </select></label
      >
      <p v-if="problems.forms" class="wrong">{{ problems.forms }}</p>
    </FoldedSetting>
    <FoldedSetting
      name="Leaving"
      :value="
        form.oneSitting
          ? 'in one sitting'
          : 'students can leave and come back until the time is over'
      "
    >
      <label
        ><input v-model="form.oneSitting" type="radio" :value="false" /> students can leave and come
        back until the time is over</label
      >
      <label
        ><input v-model="form.oneSitting" type="radio" :value="true" /> in one sitting: whoever is
        away for more than {{ lengthInWords(mayBeAway) }} is let in again by me</label
      >
    </FoldedSetting>
    <FoldedSetting name="Answers that arrive late" :value="lateAnswerWords[lateAnswers]">
      <p class="hint">
        A device without a network keeps answers and sends them when the network is back, which may
        be after time is up.
      </p>
      <ElRadioGroup v-model="lateAnswers" class="column">
        <ElRadio v-for="(text, rule) in lateAnswerWords" :key="rule" :value="rule">{{
          text
        }}</ElRadio>
      </ElRadioGroup>
    </FoldedSetting>
    <FoldedSetting name="Order" :value="order">
      <label v-for="(text, key) in orderWords" :key="key"
        ><input v-model="form.order" type="radio" :value="key" /> {{ text }}</label
      >
      <label
        ><input v-model="form.goBack" type="checkbox" :disabled="form.mode === 'practice'" />
        students can go back to earlier questions</label
      >
      <label
        ><input v-model="form.shuffleChoices" type="checkbox" /> each student gets the choices in
        another order</label
      >
    </FoldedSetting>
    <FoldedSetting name="Beginning" :value="beginning">
      <label
        >A word that I read out in the room
        <input v-model.trim="form.word" class="plain-input auto" maxlength="40" autocomplete="off"
      /></label>
      <label
        >Instructions for the students
        <textarea v-model.trim="form.instructions" class="plain-input" rows="2" maxlength="2000" />
      </label>
      <label
        >A note for teachers
        <textarea v-model.trim="form.note" class="plain-input" rows="2" maxlength="2000" />
      </label>
    </FoldedSetting>
    <FoldedSetting :wrong="Boolean(problems.bands)" name="Release" :value="outcome">
      <label
        >Scores are shown as
        <select v-model="form.release.show" class="plain-input auto">
          <option v-for="(text, key) in showWords" :key="key" :value="key">{{ text }}</option>
        </select></label
      >
      <BandsEditor
        v-if="form.release.show === 'band'"
        v-model="form.release.bands"
        :wrong="problems.bands"
      />
      <label v-for="(name, what) in releasedWords" :key="what"
        >{{ name }}
        <select v-model="form.release[what]" class="plain-input auto">
          <option
            v-for="(text, time) in what === 'score' ? releaseWords : answerWords"
            :key="time"
            :value="time"
          >
            {{ text }}
          </option>
        </select></label
      >
    </FoldedSetting>
  </section>
</template>

<style scoped>
.few {
  width: 78px;
}
.auto {
  width: auto;
}
</style>
