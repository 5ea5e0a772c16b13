<script setup lang="ts">
/** One student's work: every answer with its mark and comment, what was decided, and what happened when. */
import { present } from '@oaken/core/certain';
import type { StudentWork } from '@oaken/contract/results';
import { count } from '@oaken/core/text';
import { lengthInWords } from '@oaken/core/timing';
import { computed, onMounted, reactive, ref } from 'vue';
import { useRoute } from 'vue-router';
import { useDoing } from '../../client/useDoing';
import { addressOf, call } from '../../client/call';
import { inWords, Refused } from '../../client/request';
import FacingPages from '../../parts/FacingPages.vue';
import PageHead from '../../parts/PageHead.vue';
import RichText from '../../parts/RichText.vue';
import TallyBox from '../../parts/TallyBox.vue';
import LateAnswers from './LateAnswers.vue';
import { done, failed } from '../shared/undo';
import { percent, pointsText, useWords } from '../shared/words';

const { params: address } = useRoute();
const params = { assignmentId: Number(address.assignmentId), studentId: Number(address.studentId) };
const words = useWords();
const work = ref<StudentWork | null>(null);
const { wrong, read } = useDoing();
const attempt = ref<number | null>(null);
/** The decision that is being made: about one question, or the whole. */
const form = reactive({
  open: false,
  kind: 'excused' as 'excused' | 'override' | 'bonus',
  entry: '',
  points: '',
  reason: '',
  wrong: '',
});

async function load(): Promise<void> {
  await read(async () => {
    work.value = await call('readStudentWork', {
      params,
      query: attempt.value ? { attempt: attempt.value } : {},
    });
  });
}
onMounted(load);
const pdf = addressOf('exportStudentReport', params);
const share = computed(() =>
  work.value?.attempt.points != null && work.value.attempt.maxPoints
    ? work.value.attempt.points / work.value.attempt.maxPoints
    : null,
);
const decisionOn = (entry: string) =>
  work.value?.adjustments.find((adjustment) => adjustment.entry === entry);

function decide(kind: typeof form.kind, entry: string): void {
  Object.assign(form, { open: true, kind, entry, points: '', reason: '', wrong: '' });
}
async function put(): Promise<void> {
  form.wrong = '';
  try {
    const points = form.kind === 'excused' ? null : Number(form.points.replace(',', '.'));
    if (points !== null && (form.points.trim() === '' || Number.isNaN(points))) {
      form.wrong = 'Points are a number.';
      return;
    }
    const { id } = await call('adjust', {
      params,
      body: { kind: form.kind, entry: form.entry || null, points, reason: form.reason },
    });
    form.open = false;
    done('Kept, and scored anew.', () => takeBack(id));
    await load();
  } catch (error) {
    form.wrong =
      error instanceof Refused && error.problem.errors
        ? error.problem.errors.map(({ message }) => message).join(' ')
        : inWords(error);
  }
}
async function takeBack(adjustmentId: number): Promise<void> {
  try {
    await call('takeAdjustmentBack', { params: { ...params, adjustmentId } });
    await load();
  } catch (error) {
    failed(error);
  }
}
async function rate(standard: string, event: Event): Promise<void> {
  const field = event.target as HTMLSelectElement;
  try {
    await call('rate', {
      params,
      body: { standard, rating: field.value === '' ? null : Number(field.value) },
    });
  } catch (error) {
    failed(error);
    await load();
  }
}
const kindWords = { excused: 'does not count', override: 'set to', bonus: 'besides' };
const settledWords = {
  'all-points': 'Everybody has all its points.',
  'left-out': 'Left out: it counts for nobody.',
};
</script>

<template>
  <PageHead
    :title="work?.student.name ?? 'Student'"
    :where="work ? `${work.title} · ${work.student.class}` : 'Results'"
  >
    <RouterLink :to="`/results/${params.assignmentId}/students`">All students</RouterLink>
    <a v-if="work" :href="pdf" download>Report as PDF</a>
    <template v-if="work?.mayChange && work.attempt.handedInAt !== null">
      <el-button @click="decide('bonus', '')">Points besides …</el-button>
      <el-button v-if="!work.attempt.excused" @click="decide('excused', '')"
        >Not scored …</el-button
      >
    </template>
  </PageHead>
  <p v-if="wrong" class="wrong inset" role="alert">{{ wrong }}</p>
  <FacingPages v-if="work" name="student-work" left="Answers" right="About it" :start="64">
    <template #left>
      <div class="inset">
        <article v-for="entry in work.entries" :key="entry.entry">
          <h3>
            <TallyBox
              v-if="entry.asks === 'points'"
              :share="entry.share"
              :needs-marking="entry.needsMarking"
              :label="
                entry.needsMarking
                  ? 'Waits to be marked'
                  : `${pointsText(entry.points ?? 0)} of ${pointsText(entry.maxPoints)}`
              "
            />
            Question {{ entry.number }}
            <span class="faded">{{
              entry.asks !== 'points'
                ? entry.asks === 'opinion'
                  ? 'an opinion, without points'
                  : 'to read'
                : entry.needsMarking
                  ? 'waits to be marked'
                  : entry.points === null
                    ? ''
                    : `${pointsText(entry.points)} of ${pointsText(entry.maxPoints)}`
            }}</span>
            <span v-if="work.mayChange && work.attempt.handedInAt !== null" class="acts">
              <button type="button" class="word small" @click="decide('override', entry.entry)">
                other points …
              </button>
              <button type="button" class="word small" @click="decide('excused', entry.entry)">
                not scored …
              </button>
            </span>
          </h3>
          <RichText :html="entry.stem" />
          <p class="said">
            <b v-if="entry.asks !== 'nothing'">{{ entry.said || 'No answer' }}</b>
            <span v-if="entry.first !== null" class="faded">
              · first: {{ entry.first || 'no answer' }}</span
            >
          </p>
          <p v-for="right in entry.right" :key="right" class="faded small">Right: {{ right }}</p>
          <p class="faded small">
            <template v-if="entry.tries"
              >{{ count(entry.tries, 'try', 'tries') }}, {{ count(entry.hints, 'hint')
              }}{{ entry.shown ? ', answer shown' : '' }}.
            </template>
            <template v-if="entry.ms !== null">Open for {{ lengthInWords(entry.ms) }}. </template>
            {{ entry.standards.join(', ') }}
          </p>
          <p v-for="comment in entry.comments" :key="comment.by" class="comment">
            {{ comment.by }}{{ comment.points === null ? '' : `: ${pointsText(comment.points)}`
            }}{{ comment.comment ? `. ${comment.comment}` : '' }}
          </p>
          <p v-if="entry.settled" class="comment">{{ settledWords[entry.settled] }}</p>
          <p v-if="decisionOn(entry.entry)" class="comment">
            {{
              present(decisionOn(entry.entry), 'decision on').kind === 'excused'
                ? 'Does not count'
                : `Set to ${pointsText(present(present(decisionOn(entry.entry), 'decision on').points, 'points'))}`
            }}:
            {{ present(decisionOn(entry.entry), 'decision on').reason }}
            <button
              v-if="work.mayChange"
              type="button"
              class="word"
              @click="takeBack(present(decisionOn(entry.entry), 'decision on').id)"
            >
              Take it back
            </button>
          </p>
        </article>
      </div>
    </template>
    <template #right>
      <div class="inset">
        <p class="score">
          <b v-if="work.attempt.excused">Not scored</b>
          <template v-else-if="work.attempt.points !== null && work.attempt.maxPoints !== null">
            <b>{{ pointsText(work.attempt.points) }}</b> of {{ pointsText(work.attempt.maxPoints)
            }}{{ share === null ? '' : `, ${percent(share)}` }}
          </template>
          <template v-else>Not handed in</template>
        </p>
        <LateAnswers :work="work" :place="params" @decided="load" />
        <p v-if="work.attempt.lateOff > 0" class="faded">
          {{ percent(work.attempt.lateOff) }} off: it was late.
        </p>
        <label v-if="work.attempts.length > 1" class="field">
          <span class="label">Attempt</span>
          <span v-for="option in work.attempts" :key="option.number" class="attempt">
            {{ option.number }}:
            {{
              option.points === null
                ? 'open'
                : `${pointsText(option.points)} of ${pointsText(option.maxPoints ?? 0)}`
            }}{{ option.counts ? ', counts' : '' }}
          </span>
        </label>
        <form v-if="form.open" class="deciding" @submit.prevent="put">
          <h3>
            {{
              form.kind === 'bonus'
                ? 'Points besides the questions'
                : form.kind === 'override'
                  ? `Other points for question ${work.entries.find(({ entry }) => entry === form.entry)?.number}`
                  : form.entry
                    ? `Question ${work.entries.find(({ entry }) => entry === form.entry)?.number} is not scored`
                    : 'The whole work is not scored'
            }}
          </h3>
          <label v-if="form.kind !== 'excused'" class="field">
            <span class="label">Points</span>
            <input
              v-model="form.points"
              class="plain-input few"
              inputmode="decimal"
              autocomplete="off"
            />
          </label>
          <label class="field">
            <span class="label"
              >Reason
              <span class="faded">kept with the score, and for the student to read</span></span
            >
            <input v-model="form.reason" class="plain-input" maxlength="500" />
          </label>
          <p v-if="form.wrong" class="wrong" role="alert">{{ form.wrong }}</p>
          <el-button type="primary" native-type="submit">Keep it</el-button>
          <el-button @click="form.open = false">Leave it</el-button>
        </form>
        <template v-if="work.adjustments.some(({ entry }) => entry === null)">
          <h3>Decisions about the whole</h3>
          <p
            v-for="line in work.adjustments.filter(({ entry }) => entry === null)"
            :key="line.id"
            class="comment"
          >
            {{
              line.kind === 'excused'
                ? 'Not scored'
                : `${pointsText(present(line.points, 'points'))} ${kindWords[line.kind]}`
            }}:
            {{ line.reason }}
            <span class="faded small">{{ line.by }}, {{ words.time(line.at) }}</span>
            {{ ' '
            }}<button v-if="work.mayChange" type="button" class="word" @click="takeBack(line.id)">
              Take it back
            </button>
          </p>
        </template>
        <template v-if="work.ratings.length">
          <h3>My ratings <span class="faded small">1 to 4, for staff only</span></h3>
          <label v-for="line in work.ratings" :key="line.standard" class="rating">
            <span
              >{{ line.statement || line.standard }}
              <span class="faded small">{{ line.standard }}</span></span
            >
            <select
              class="plain-input"
              :value="line.rating ?? ''"
              :disabled="!work.mayChange"
              @change="rate(line.standard, $event)"
            >
              <option value="">—</option>
              <option v-for="n in 4" :key="n" :value="n">{{ n }}</option>
            </select>
          </label>
        </template>
        <h3>What happened</h3>
        <table class="ruled">
          <tbody>
            <tr v-for="(event, index) in work.history" :key="index">
              <td class="faded small when">{{ words.time(event.at) }}</td>
              <td>{{ event.by }} {{ event.words }}</td>
            </tr>
          </tbody>
        </table>
      </div>
    </template>
  </FacingPages>
</template>

<style scoped>
.inset {
  padding: 14px 24px;
}
article {
  border-top: var(--line);
  padding: 12px 0;
}
article:first-child {
  border-top: 0;
}
h3 {
  display: flex;
  gap: 10px;
  align-items: center;
  margin: 0 0 6px;
}
.inset > h3 {
  margin-top: 18px;
}
.acts {
  font-family: var(--text);
  margin-left: auto;
  display: flex;
  gap: 14px;
  font-weight: 400;
}
.said {
  white-space: pre-wrap;
  border-left: 3px solid var(--rule-strong);
  padding-left: 12px;
  margin: 6px 0;
}
.comment {
  border-left: 3px solid var(--oak);
  padding-left: 12px;
  margin: 6px 0;
}
p {
  margin: 3px 0;
}
.score {
  font-size: 1.3rem;
}
.deciding {
  border: 1px solid var(--rule-strong);
  padding: 12px;
  margin: 12px 0;
}
.few {
  width: 100px;
}
.attempt {
  display: block;
}
.rating {
  display: flex;
  justify-content: space-between;
  align-items: center;
  gap: 12px;
  padding: 4px 0;
}
.rating .plain-input {
  width: auto;
  min-height: 28px;
  padding: 2px 6px;
}
.when {
  white-space: nowrap;
}
</style>
