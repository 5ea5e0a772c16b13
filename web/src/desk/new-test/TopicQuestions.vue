<script lang="ts">
import type { AnswerOf, api } from '@oaken/contract';

export type TopicItems = AnswerOf<typeof api.topicItems>;
</script>

<script setup lang="ts">
/** So many questions on a standard, from easy to hard: chosen at once, and shown before a test is made of them. */
import { levels, type Level } from '@oaken/core/assembly';
import { computed, reactive, ref, watch } from 'vue';
import { call } from '../../client/call';
import { useDoing } from '../../client/useDoing';
import SelectField from '../../parts/SelectField.vue';
import { useLibrary } from '../library/library';
import StandardPicker from '../library/StandardPicker.vue';
import { itemLine } from '../shared/itemLine';
import { levelNames } from '../shared/levelNames';
import { say } from '../../words/teacher';

const items = defineModel<TopicItems | null>({ required: true });
const library = useLibrary();
void library.load();
const wish = reactive({
  standards: [] as number[],
  count: 12,
  level: 'easy-to-hard' as Level,
  variantsOnly: false,
});
const picking = ref(false);
const { wrong, read } = useDoing();

const standards = computed(() => wish.standards.flatMap((id) => library.standards.get(id) ?? []));
watch(
  () => ({ ...wish }),
  (wanted) => {
    if (wanted.standards.length === 0) return;
    void read(async () => {
      items.value = await call('topicItems', { body: wanted });
    });
  },
);
const fewer = computed(() => items.value !== null && items.value.items.length < wish.count);
</script>

<template>
  <div class="topic">
    <p>
      <span class="label">{{ say('tests.topic') }}</span>
      <span v-for="standard in standards" :key="standard.id"
        ><b>{{ standard.code }}</b> {{ standard.statement }}
      </span>
      <ElButton link class="word" @click="picking = true">{{
        standards.length > 0 ? say('tests.otherTopic') : say('tests.chooseTopic')
      }}</ElButton>
    </p>
    <div class="line">
      <label
        ><span class="label">{{ say('tests.howManyQuestions') }}</span>
        <ElInputNumber
          v-model="wish.count"
          :min="1"
          :max="50"
          :aria-label="say('tests.howManyQuestions')"
      /></label>
      <label
        ><span class="label">{{ say('tests.level') }}</span>
        <SelectField v-model="wish.level" :aria-label="say('tests.level')"
          ><ElOption v-for="level in levels" :key="level" :value="level" :label="levelNames[level]"
        /></SelectField>
      </label>
    </div>
    <ElCheckbox v-model="wish.variantsOnly" :label="say('tests.variantsOnly')" />
    <p v-if="wrong" class="wrong" role="alert">{{ wrong }}</p>
    <div v-if="items" role="status">
      <p v-if="items.items.length === 0">{{ say('tests.noneOnTopic') }}</p>
      <p v-else>
        {{ say('tests.chosenOnTopic', { n: items.items.length, available: items.available }) }}
        {{ fewer ? say('tests.fewerOnTopic') : '' }}
      </p>
    </div>
    <ol v-if="items?.items.length" tabindex="0" :aria-label="say('common.items')">
      <li v-for="item in items.items" :key="item.id">{{ itemLine(item.content, 60) }}</li>
    </ol>
    <StandardPicker
      v-model="picking"
      :title="say('tests.chooseTopic')"
      :chosen="wish.standards"
      @done="wish.standards = $event"
    />
  </div>
</template>

<style scoped>
.topic {
  margin-bottom: 14px;
}
p {
  margin: 0 0 8px;
}
.label {
  display: block;
  font-weight: 600;
}
.line {
  display: grid;
  grid-template-columns: auto 1fr;
  gap: 14px;
  margin-bottom: 8px;
}
ol {
  max-height: 132px;
  margin: 0;
  padding-inline-start: 26px;
  overflow: auto;
}
</style>
