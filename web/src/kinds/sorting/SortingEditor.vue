<script setup lang="ts">
/** Things and groups; each answer pattern says where every thing belongs. */
import { elementAt } from '@oaken/core/certain';
import { joined, parted, type Sorting } from '@oaken/core/items';
import { plainText } from '@oaken/core/text';
import { under, type Problem } from '../../parts/problems';
import LinesEditor from '../lines/LinesEditor.vue';
import SelectField from '../../parts/SelectField.vue';
import { say } from '../../words/teacher';

const part = defineModel<Sorting>({ required: true });
defineProps<{ problems: Problem[] }>();
const change = (sorting: Partial<Sorting>) => (part.value = { ...part.value, ...sorting });
const groupOf = (pattern: string[], thing: string) =>
  pattern.map(parted).find(([text]) => text === thing)?.[1] ?? '';

function setGroup(index: number, thing: string, group: string): void {
  const rest = elementAt(part.value.keys, index).filter((text) => parted(text)[0] !== thing);
  const key = group ? [...rest, joined(thing, group)] : rest;
  change({ keys: part.value.keys.with(index, key) });
}
/** Each pattern without what belongs to a thing or a group that is gone. */
const keysOn = (lines: readonly { id: string }[], side: 0 | 1) =>
  part.value.keys.map((key) =>
    key.filter((pair) => lines.some(({ id }) => id === parted(pair)[side])),
  );
const name = (text: string) => plainText(text) || say('common.empty');
</script>

<template>
  <h3>{{ say('common.groups') }}</h3>
  <LinesEditor
    :model-value="part.groups"
    :what="say('kinds.group')"
    :least="2"
    :maximum="8"
    :problems="under(problems, '/groups')"
    @update:model-value="change({ groups: $event, keys: keysOn($event, 1) })"
  />
  <h3 class="gap">{{ say('kinds.thingsSort') }}</h3>
  <LinesEditor
    :model-value="part.choices"
    :what="say('kinds.thing')"
    :least="2"
    :maximum="30"
    :problems="under(problems, '/choices')"
    @update:model-value="change({ choices: $event, keys: keysOn($event, 0) })"
  />
  <section v-for="(pattern, index) in part.keys" :key="index" class="pattern">
    <h3>
      {{
        part.keys.length > 1
          ? say('kinds.answerPatternNumber', { number: index + 1 })
          : say('kinds.whereTheyBelong')
      }}
      <ElButton
        link
        v-if="part.keys.length > 1"
        class="word"
        @click="change({ keys: part.keys.filter((_, n) => n !== index) })"
      >
        {{ say('common.remove') }}
      </ElButton>
    </h3>
    <table class="ruled">
      <tbody>
        <tr v-for="thing in part.choices" :key="thing.id">
          <td>{{ name(thing.text) }}</td>
          <td>
            <SelectField
              :model-value="groupOf(pattern, thing.id)"
              :aria-label="say('kinds.groupName', { name: name(thing.text) })"
              @update:model-value="setGroup(index, thing.id, $event)"
              ><ElOption value="" :label="say('kinds.noGroup')" /><ElOption
                v-for="group in part.groups"
                :key="group.id"
                :value="group.id"
                :label="name(group.text)"
            /></SelectField>
          </td>
        </tr>
      </tbody>
    </table>
    <p v-for="problem in under(problems, `/keys/${index}`)" :key="problem.message" class="wrong">
      {{ problem.message }}
    </p>
  </section>
  <ElButton
    link
    class="word"
    @click="change({ keys: [...part.keys, [...elementAt(part.keys, 0)]] })"
  >
    {{ say('kinds.addAnotherAnswerPattern') }}
  </ElButton>
</template>

<style scoped>
.gap,
.pattern {
  margin-top: 14px;
}
</style>
