<script setup lang="ts">
/** One student's work: every answer with its mark and comment, what was decided, and what happened when. */
import type { StudentWork } from '@oaken/contract/results';
import { count } from '@oaken/core/text';
import { lengthInWords } from '@oaken/core/timing';
import { computed, onMounted, reactive, ref } from 'vue';
import { useRoute } from 'vue-router';
import { addressOf, call } from '../../client/call';
import { inWords, Refused } from '../../client/request';
import FacingPages from '../../parts/FacingPages.vue';
import PageHead from '../../parts/PageHead.vue';
import RichText from '../../parts/RichText.vue';
import TallyBox from '../../parts/TallyBox.vue';
import LateAnswers from './LateAnswers.vue';
import { done, failed } from '../undo';
import { percent, pointsText, useWords } from '../words';

const { params: address } = useRoute();
const params = { assignmentId: Number(address.assignmentId), studentId: Number(address.studentId) };
const words = useWords();
const own = ref<StudentWork | null>(null);
const wrong = ref('');
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
  try {
    own.value = await call('readStudentWork', {
      params,
      query: attempt.value ? { attempt: attempt.value } : {},
    });
    wrong.value = '';
  } catch (error) {
    wrong.value = inWords(error);
  }
}
onMounted(load);
const pdf = addressOf('exportStudentReport', params);
const share = computed(() =>
  own.value?.attempt.points != null && own.value.attempt.most
    ? own.value.attempt.points / own.value.attempt.most
    : null,
);
const decisionOn = (entry: string) => own.value?.adjustments.find((one) => one.entry === entry);

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
    :title="own?.student.name ?? 'Student'"
    :where="own ? `${own.title} · ${own.student.class}` : 'Results'"
  >
    <RouterLink :to="`/results/${params.assignmentId}/students`">All students</RouterLink>
    <a v-if="own" :href="pdf" download>Report as PDF</a>
    <template v-if="own?.mayChange && own.attempt.handedInAt !== null">
      <el-button @click="decide('bonus', '')">Points besides …</el-button>
      <el-button v-if="!own.attempt.excused" @click="decide('excused', '')">Not scored …</el-button>
    </template>
  </PageHead>
  <p v-if="wrong" class="wrong inset" role="alert">{{ wrong }}</p>
  <FacingPages v-if="own" name="student-work" left="Answers" right="About it" :start="64">
    <template #left>
      <div class="inset">
        <article v-for="entry in own.entries" :key="entry.entry">
          <h3>
            <TallyBox
              v-if="entry.asks === 'points'"
              :share="entry.share"
              :waits="entry.waits"
              :label="
                entry.waits
                  ? 'Waits to be marked'
                  : `${pointsText(entry.points ?? 0)} of ${pointsText(entry.most)}`
              "
            />
            Question {{ entry.number }}
            <span class="faded">{{
              entry.asks !== 'points'
                ? entry.asks === 'opinion'
                  ? 'an opinion, without points'
                  : 'to read'
                : entry.waits
                  ? 'waits to be marked'
                  : entry.points === null
                    ? ''
                    : `${pointsText(entry.points)} of ${pointsText(entry.most)}`
            }}</span>
            <span v-if="own.mayChange && own.attempt.handedInAt !== null" class="acts">
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
          <p v-for="one in entry.comments" :key="one.by" class="comment">
            {{ one.by }}{{ one.points === null ? '' : `: ${pointsText(one.points)}`
            }}{{ one.comment ? `. ${one.comment}` : '' }}
          </p>
          <p v-if="entry.settled" class="comment">{{ settledWords[entry.settled] }}</p>
          <p v-if="decisionOn(entry.entry)" class="comment">
            {{
              decisionOn(entry.entry)!.kind === 'excused'
                ? 'Does not count'
                : `Set to ${pointsText(decisionOn(entry.entry)!.points!)}`
            }}:
            {{ decisionOn(entry.entry)!.reason }}
            <button
              v-if="own.mayChange"
              type="button"
              class="word"
              @click="takeBack(decisionOn(entry.entry)!.id)"
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
          <b v-if="own.attempt.excused">Not scored</b>
          <template v-else-if="own.attempt.points !== null && own.attempt.most !== null">
            <b>{{ pointsText(own.attempt.points) }}</b> of {{ pointsText(own.attempt.most)
            }}{{ share === null ? '' : `, ${percent(share)}` }}
          </template>
          <template v-else>Not handed in</template>
        </p>
        <LateAnswers :work="own" :place="params" @decided="load" />
        <p v-if="own.attempt.lateOff > 0" class="faded">
          {{ percent(own.attempt.lateOff) }} off: it was late.
        </p>
        <label v-if="own.attempts.length > 1" class="field">
          <span class="label">Attempt</span>
          <span v-for="one in own.attempts" :key="one.number" class="attempt">
            {{ one.number }}:
            {{
              one.points === null
                ? 'open'
                : `${pointsText(one.points)} of ${pointsText(one.most ?? 0)}`
            }}{{ one.counts ? ', counts' : '' }}
          </span>
        </label>
        <form v-if="form.open" class="deciding" @submit.prevent="put">
          <h3>
            {{
              form.kind === 'bonus'
                ? 'Points besides the questions'
                : form.kind === 'override'
                  ? `Other points for question ${own.entries.find(({ entry }) => entry === form.entry)?.number}`
                  : form.entry
                    ? `Question ${own.entries.find(({ entry }) => entry === form.entry)?.number} is not scored`
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
        <template v-if="own.adjustments.some(({ entry }) => entry === null)">
          <h3>Decisions about the whole</h3>
          <p
            v-for="one in own.adjustments.filter(({ entry }) => entry === null)"
            :key="one.id"
            class="comment"
          >
            {{
              one.kind === 'excused'
                ? 'Not scored'
                : `${pointsText(one.points!)} ${kindWords[one.kind]}`
            }}:
            {{ one.reason }}
            <span class="faded small">{{ one.by }}, {{ words.time(one.at) }}</span>
            {{ ' '
            }}<button v-if="own.mayChange" type="button" class="word" @click="takeBack(one.id)">
              Take it back
            </button>
          </p>
        </template>
        <template v-if="own.ratings.length">
          <h3>My ratings <span class="faded small">1 to 4, for staff only</span></h3>
          <label v-for="one in own.ratings" :key="one.standard" class="rating">
            <span
              >{{ one.statement || one.standard }}
              <span class="faded small">{{ one.standard }}</span></span
            >
            <select
              class="plain-input"
              :value="one.rating ?? ''"
              :disabled="!own.mayChange"
              @change="rate(one.standard, $event)"
            >
              <option value="">—</option>
              <option v-for="n in 4" :key="n" :value="n">{{ n }}</option>
            </select>
          </label>
        </template>
        <h3>What happened</h3>
        <table class="ruled">
          <tbody>
            <tr v-for="(event, at) in own.history" :key="at">
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
