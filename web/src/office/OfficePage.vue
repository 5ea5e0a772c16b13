<script setup lang="ts">
import { onMounted, ref } from 'vue';
import { call } from '../client/call';
import { inWords } from '../client/request';
import { useSession } from '../client/session';
import { useWords } from '../desk/words';
import FootingLine from '../parts/FootingLine.vue';
import PageHead from '../parts/PageHead.vue';

const session = useSession();
const words = useWords();
type Office = Awaited<ReturnType<typeof call<'listAccounts'>>>;
const office = ref<Office | null>(null);
const wrong = ref('');
onMounted(async () => {
  try {
    office.value = await call('listAccounts', {});
  } catch (error) {
    wrong.value = inWords(error);
  }
});
</script>

<template>
  <PageHead title="Office" :where="`${session.school.name} · times of ${session.school.zone}`" />
  <div class="one-sheet">
    <p v-if="wrong" class="wrong" role="alert">{{ wrong }}</p>
    <h2>Staff</h2>
    <table v-if="office" class="ruled">
      <thead>
        <tr>
          <th>Name</th>
          <th>Sign-in name</th>
          <th>Role</th>
          <th class="figures">Classes</th>
          <th>Last sign-in</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="own in office.staff" :key="own.id">
          <td>{{ own.givenName }} {{ own.familyName }}</td>
          <td>{{ own.signInName }}</td>
          <td>{{ own.role }}</td>
          <td class="figures">{{ own.classes }}</td>
          <td class="faded">{{ own.signedInAt === null ? 'not yet' : words.time(own.signedInAt) }}</td>
        </tr>
      </tbody>
    </table>
  </div>
  <FootingLine label="The school in figures">
    <template v-if="office">
      <span
        ><b>{{ office.counts.students }}</b> students</span
      ><span
        ><b>{{ office.counts.classes }}</b> classes</span
      >
      <span
        ><b>{{ office.counts.items }}</b> items</span
      ><span
        ><b>{{ office.counts.standards }}</b> standards</span
      >
      <span
        ><b>{{ office.counts.attempts }}</b> attempts</span
      >
    </template>
  </FootingLine>
</template>
