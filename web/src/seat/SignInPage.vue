<script setup lang="ts">
import { present } from '@oaken/core/certain';
import { onMounted, reactive, ref } from 'vue';
import { useRoute, useRouter } from 'vue-router';
import { useDoing } from '../client/useDoing';
import { seatCall } from '../client/seatCall';
import { useSession } from '../client/session';
import { say } from '../words';
import LanguageChoice from './LanguageChoice.vue';
import NameAndPasscode from './NameAndPasscode.vue';

const session = useSession();
const route = useRoute();
const router = useRouter();
const form = reactive({ code: '', studentId: 0, passcode: '' });
const student = reactive({ givenName: '', familyName: '', studentNumber: '' });
const foundClass = ref<{
  name: string;
  students: { id: number; name: string }[];
  joining: boolean;
  guests: boolean;
} | null>(null);
const joining = ref(false);
/** Comes into the round that the class is in with a name alone. */
const visiting = ref(false);
const guestName = ref('');
/** The passcode of a student who has just joined; it is shown only now. */
const fresh = ref('');
const { wrong, busy, act } = useDoing();

const findClass = () =>
  act(async () => {
    foundClass.value = await seatCall('findClass', { body: { code: form.code } });
    form.studentId = 0;
    joining.value =
      present(foundClass.value, 'found class').joining &&
      present(foundClass.value, 'found class').students.length === 0;
  });
// A sign-in slip's code leads here with the class code in the address.
onMounted(() => {
  const code = String(route.query.code ?? '');
  if (code === '') return;
  form.code = code;
  void findClass();
});
function goOn(): void {
  const to = String(route.query.to ?? '/');
  void router.push(/^\/(?!\/)/.test(to) ? to : '/');
}
const signIn = () =>
  act(async () => {
    if (!form.studentId) throw new Error(say('signIn.chooseNameFirst'));
    session.take(await seatCall('signInStudent', { body: form }));
    goOn();
  });
const visit = () =>
  act(async () => {
    const body = { code: form.code, name: guestName.value };
    const answer = await seatCall('comeAsRoundGuest', { body });
    session.take(answer);
    void router.push(`/round/${answer.roundId}`);
  });
const join = () =>
  act(async () => {
    const answer = await seatCall('joinClass', { body: { code: form.code, ...student } });
    session.take(answer);
    fresh.value = answer.passcode;
  });
</script>

<template>
  <main class="column door">
    <LanguageChoice />
    <p class="name">Oaken Ledger</p>
    <h1>{{ session.school.name || say('signIn.title') }}</h1>
    <section v-if="fresh" class="welcome">
      <p>{{ say('signIn.onList', { className: foundClass?.name ?? '' }) }}</p>
      <p class="passcode">{{ fresh }}</p>
      <p>{{ say('signIn.keepPasscode') }}</p>
      <button class="btn main wide" @click="goOn">{{ say('signIn.written') }}</button>
    </section>
    <form v-else-if="!foundClass" @submit.prevent="findClass">
      <label class="field">
        <span class="label">{{ say('signIn.classCode') }}</span>
        <input
          v-model="form.code"
          class="plain-input big"
          autocomplete="off"
          autocapitalize="characters"
          spellcheck="false"
          maxlength="12"
          required
          :placeholder="say('signIn.classCodeHint')"
        />
      </label>
      <p v-if="wrong" class="wrong" role="alert">{{ wrong }}</p>
      <button class="btn main wide" :disabled="busy">{{ say('signIn.findClass') }}</button>
      <p class="faded other">
        {{ say('signIn.teacherHasCode') }} {{ say('signIn.areYouTeacher') }}
        <a href="/sign-in">{{ say('signIn.teacherSignIn') }}</a>
      </p>
    </form>
    <form v-else-if="joining" @submit.prevent="join">
      <p>
        {{ say('signIn.class') }} <b>{{ foundClass.name }}</b>
        <button type="button" class="word" @click="joining = false">
          {{ say('signIn.iAmOnList') }}
        </button>
      </p>
      <label class="field">
        <span class="label">{{ say('signIn.givenName') }}</span>
        <input
          v-model="student.givenName"
          class="plain-input big"
          autocomplete="given-name"
          maxlength="80"
          required
        />
      </label>
      <label class="field">
        <span class="label">{{ say('signIn.familyName') }}</span>
        <input
          v-model="student.familyName"
          class="plain-input big"
          autocomplete="family-name"
          maxlength="80"
          required
        />
      </label>
      <label class="field">
        <span class="label"
          >{{ say('signIn.studentNumber') }}
          <span class="faded">{{ say('signIn.ifKnown') }}</span></span
        >
        <input
          v-model="student.studentNumber"
          class="plain-input big"
          autocomplete="off"
          maxlength="40"
        />
      </label>
      <p v-if="wrong" class="wrong" role="alert">{{ wrong }}</p>
      <button class="btn main wide" :disabled="busy">{{ say('signIn.join') }}</button>
    </form>
    <form v-else-if="visiting" @submit.prevent="visit">
      <label class="field">
        <span class="label">{{ say('round.asGuestName') }}</span>
        <input
          v-model="guestName"
          class="plain-input big"
          autocomplete="off"
          minlength="2"
          maxlength="80"
          required
        />
      </label>
      <p v-if="wrong" class="wrong" role="alert">{{ wrong }}</p>
      <button class="btn main wide" :disabled="busy">{{ say('round.comeAsGuest') }}</button>
      <p class="other">
        <button type="button" class="word" @click="visiting = false">
          {{ say('signIn.iAmOnList') }}
        </button>
      </p>
    </form>
    <form v-else @submit.prevent="signIn">
      <p>
        {{ say('signIn.class') }} <b>{{ foundClass.name }}</b>
        <button type="button" class="word" @click="foundClass = null">
          {{ say('signIn.anotherClass') }}
        </button>
      </p>
      <NameAndPasscode
        v-model:student-id="form.studentId"
        v-model:passcode="form.passcode"
        :students="foundClass.students"
        :name-label="say('signIn.myName')"
        :passcode-label="say('signIn.passcode')"
      />
      <p v-if="wrong" class="wrong" role="alert">{{ wrong }}</p>
      <button class="btn main wide" :disabled="busy">{{ say('signIn.title') }}</button>
      <p v-if="foundClass.joining" class="other">
        <button type="button" class="word" @click="joining = true">
          {{ say('signIn.notOnList') }}
        </button>
      </p>
      <p v-if="foundClass.guests" class="other">
        <button type="button" class="word" @click="visiting = true">
          {{ say('round.asGuest') }}
        </button>
      </p>
    </form>
  </main>
</template>

<style scoped>
.passcode {
  font: 700 2rem var(--text);
  letter-spacing: 0.12em;
}
</style>
