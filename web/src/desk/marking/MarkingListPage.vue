<script setup lang="ts">
/** Everything that waits for my mark in one place, oldest first. */
import type { AnswerOf, api } from '@oaken/contract';
import { count, plainText, shorten } from '@oaken/core/text';
import { onMounted, ref } from 'vue';
import { useDoing } from '../../client/useDoing';
import { call } from '../../client/call';
import EmptyNote from '../../parts/EmptyNote.vue';
import PageHead from '../../parts/PageHead.vue';
import { useWords } from '../shared/words';

const words = useWords();
const list = ref<AnswerOf<typeof api.listMarking> | null>(null);
const stem = (html: string) => shorten(plainText(html), 90);
const { wrong, read } = useDoing();
onMounted(async () => {
  await read(async () => {
    list.value = await call('listMarking', {});
  });
});
</script>

<template>
  <PageHead title="Marking" where="Answers that no key can score" />
  <p v-if="wrong" class="wrong inset" role="alert">{{ wrong }}</p>
  <EmptyNote
    v-if="list && list.waiting.length + list.seconds.length + list.unknown.length === 0"
    title="Nothing waits for a mark."
    >Texts, drawings and photos stand here once students hand them in; so do short answers that a
    key does not know.</EmptyNote
  >
  <div v-else-if="list" class="lists" tabindex="0" role="region" aria-label="What waits">
    <section v-if="list.waiting.length">
      <h2>To mark, the oldest first</h2>
      <table class="ruled">
        <thead>
          <tr>
            <th>Question</th>
            <th>Test</th>
            <th class="figures">To mark</th>
            <th class="figures">Marked</th>
            <th>Waits since</th>
            <th><span class="unseen">Another way</span></th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="line in list.waiting" :key="`${line.assignmentId} ${line.entry} ${line.part}`">
            <td>
              <RouterLink :to="`/marking/${line.assignmentId}/${line.entry}/${line.part}`">{{
                stem(line.stem)
              }}</RouterLink>
            </td>
            <td>
              {{ line.title }} <span class="faded small">{{ line.recipients }}</span>
            </td>
            <td class="figures">{{ line.unmarked }}</td>
            <td class="figures">{{ line.marked }}</td>
            <td class="short">{{ words.time(line.oldest) }}</td>
            <td>
              <RouterLink :to="`/marking/${line.assignmentId}/students`" class="small short"
                >student by student</RouterLink
              >
            </td>
          </tr>
        </tbody>
      </table>
    </section>
    <section v-if="list.seconds.length">
      <h2>To read a second time, for colleagues</h2>
      <table class="ruled">
        <tbody>
          <tr v-for="line in list.seconds" :key="line.secondMarkingId">
            <td>
              <RouterLink :to="`/marking/second/${line.secondMarkingId}`">{{
                stem(line.stem)
              }}</RouterLink>
            </td>
            <td>{{ line.title }}</td>
            <td class="figures">{{ count(line.left, 'answer') }}</td>
            <td class="faded">
              asked by {{ line.requestedBy }}, {{ words.time(line.requestedAt) }}
            </td>
          </tr>
        </tbody>
      </table>
    </section>
    <section v-if="list.unknown.length">
      <h2>Short answers that the key does not know</h2>
      <p class="faded">They earned nothing. A decision counts for all who wrote the same.</p>
      <table class="ruled">
        <thead>
          <tr>
            <th>Question</th>
            <th>Test</th>
            <th class="figures">Answers</th>
            <th class="figures">Students</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="line in list.unknown" :key="`${line.assignmentId} ${line.entry} ${line.part}`">
            <td>
              <RouterLink
                :to="`/marking/${line.assignmentId}/${line.entry}/${line.part}/unknown`"
                >{{ stem(line.stem) }}</RouterLink
              >
            </td>
            <td>
              {{ line.title }} <span class="faded small">{{ line.recipients }}</span>
            </td>
            <td class="figures">{{ line.answers }}</td>
            <td class="figures">{{ line.students }}</td>
          </tr>
        </tbody>
      </table>
    </section>
  </div>
</template>

<style scoped>
.inset {
  padding: 10px 24px;
}
.lists {
  flex: 1;
  overflow: auto;
  padding: 6px 24px 24px;
  background: var(--sheet);
}
td:first-child {
  width: 46%;
}
.short {
  white-space: nowrap;
}
h2 {
  margin: 18px 0 6px;
}
</style>
