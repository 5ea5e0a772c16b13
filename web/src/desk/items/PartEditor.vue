<script setup lang="ts">
/** One part: its kind, its key and its rule. The kind's own editor comes from `kinds/authoring`. */
import { changeKind, kindOf, kinds, partKinds, type Part, type PartKind } from '@oaken/core/items';
import { listing } from '@oaken/core/text';
import { computed, ref } from 'vue';
import { authoring } from '../../kinds/authoring';
import RuleEditor from './RuleEditor.vue';
import { under, type Problem } from '../../parts/problems';
import RichField from '../../rich/RichField.vue';
import CommitInput from '../../parts/CommitInput.vue';
import SelectField from '../../parts/SelectField.vue';
import { say } from '../../words/teacher';

const part = defineModel<Part>({ required: true });
const props = defineProps<{ problems: Problem[]; at: number; earlier: Part[]; several: boolean }>();
const emit = defineEmits<{ remove: []; move: [step: number] }>();

const letter = (index: number) => 'ABCDEFGHIJKLMNOPQRSTUVWXYZ'.charAt(index);

/** A change of kind that loses something is asked about first. */
const wanted = ref<{ part: Part; lost: string[] } | null>(null);
function choose(kind: PartKind): void {
  const changed = changeKind(part.value, kind);
  if (changed.lost.length === 0) part.value = changed.part;
  else wanted.value = changed;
}
function change(): void {
  if (wanted.value) part.value = wanted.value.part;
  wanted.value = null;
}
const machine = computed(() =>
  props.earlier.filter((earlierPart) => kinds[earlierPart.kind].markedBy === 'machine'),
);
const hasPrompt = computed(() => props.several || part.value.prompt !== undefined);
const setPrompt = (prompt: string) =>
  (part.value = {
    ...part.value,
    prompt: prompt === '<p></p>' || prompt === '' ? undefined : prompt,
  });
const needs = computed({
  get: () => part.value.needs ?? '',
  set: (id) => (part.value = { ...part.value, needs: id || undefined }),
});
/** Whether it can follow from what was answered before: both are numbers. */
const canFollow = computed(
  () =>
    kindOf(part.value).withNumber !== undefined &&
    props.earlier.some((earlierPart) => kindOf(earlierPart).numberIn !== undefined),
);
const follows = computed(() => ('follows' in part.value ? (part.value.follows ?? '') : ''));
const setFollows = (formula: string) =>
  (part.value = { ...part.value, follows: formula.trim() || undefined } as Part);
const general = computed(() =>
  props.problems.filter(({ pointer }) => /^(|\/(id|needs|kind|prompt|follows))$/.test(pointer)),
);
</script>

<template>
  <section class="part">
    <header>
      <h2 v-if="several">{{ say('items.partLetter', { letter: letter(at) }) }}</h2>
      <SelectField
        class="kind"
        :model-value="part.kind"
        :aria-label="
          several ? say('items.kindPartLetter', { letter: letter(at) }) : say('common.kind')
        "
        @update:model-value="choose"
        ><ElOption v-for="kind in partKinds" :key="kind" :value="kind" :label="kinds[kind].title"
      /></SelectField>
      <span class="faded small asks">{{ kinds[part.kind].asks }}</span>
      <template v-if="several">
        <ElButton link class="word" :disabled="at === 0" @click="emit('move', -1)">
          {{ say('items.up') }}
        </ElButton>
        <ElButton link class="word" @click="emit('remove')">
          {{ say('items.remove') }}
        </ElButton>
      </template>
    </header>
    <div v-if="wanted" class="asking" role="alertdialog" :aria-label="say('items.changeKind')">
      <p>
        {{
          say('items.changingTitleLosesLost', {
            title: kinds[wanted.part.kind].title.toLowerCase(),
            lost: listing(wanted.lost),
          })
        }}
      </p>
      <ElButton size="small" type="primary" @click="change">{{ say('items.changeKind') }}</ElButton>
      <ElButton size="small" @click="wanted = null">{{ say('items.cancel') }}</ElButton>
    </div>
    <template v-if="hasPrompt">
      <RichField
        :model-value="part.prompt ?? ''"
        small
        :label="
          several
            ? say('items.questionPartLetter', { letter: letter(at) })
            : say('items.beforeAnswer')
        "
        @update:model-value="setPrompt"
      />
    </template>
    <component
      :is="authoring[part.kind].editor"
      v-if="authoring[part.kind].editor"
      :key="part.kind"
      v-model="part"
      :problems="problems"
    />
    <RuleEditor v-model="part" :problems="problems" />
    <label v-if="several && machine.length" class="small needs">
      {{ say('items.counts') }}
      <SelectField v-model="needs"
        ><ElOption value="" :label="say('items.byItself')" /><ElOption
          v-for="earlierPart in machine"
          :key="earlierPart.id"
          :value="earlierPart.id"
          :label="
            say('items.onlyWhenPartLetter', { letter: letter(earlier.indexOf(earlierPart)) })
          "
      /></SelectField>
    </label>
    <label v-if="canFollow" class="small follows">
      <span>{{ say('items.followsFrom') }}</span>
      <CommitInput
        :model-value="follows"
        maxlength="300"
        placeholder="2 * A"
        @change="setFollows"
      />
    </label>
    <p
      v-for="problem in [...general, ...under(problems, '/needs')]"
      :key="problem.message"
      class="wrong"
    >
      {{ problem.message }}
    </p>
  </section>
</template>

<style scoped>
.part {
  margin-top: 20px;
}
.part + .part {
  padding-top: 16px;
  border-top: 3px double var(--rule-strong);
}
header {
  display: flex;
  gap: 12px;
  align-items: center;
  margin-bottom: 8px;
}
.kind {
  width: 200px;
}
.asks {
  flex: 1;
}
.asking {
  padding: 8px 12px;
  margin-bottom: 10px;
  background: var(--wash);
  border-inline-start: 4px solid var(--partial);
}
.asking p {
  margin: 0 0 8px;
}
.follows {
  display: block;
  max-width: 480px;
  margin-top: 8px;
}
.needs {
  display: flex;
  gap: 8px;
  align-items: center;
  margin-top: 8px;
}
</style>
