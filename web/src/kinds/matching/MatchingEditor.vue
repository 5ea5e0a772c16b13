<script setup lang="ts">
import { joined, parted, type Matching } from '@oaken/core/items';
import { plainText } from '@oaken/core/text';
import { under, type Problem } from '../../parts/problems';
import LinesEditor from '../lines/LinesEditor.vue';
import SelectField from '../../parts/SelectField.vue';
import { say } from '../../words/teacher';

const part = defineModel<Matching>({ required: true });
defineProps<{ problems: Problem[] }>();
const change = (matching: Partial<Matching>) => (part.value = { ...part.value, ...matching });
const partnerOf = (left: string) =>
  part.value.key.map(parted).find(([text]) => text === left)?.[1] ?? '';

function setPartner(left: string, right: string): void {
  const rest = part.value.key.filter((text) => parted(text)[0] !== left);
  change({ key: right ? [...rest, joined(left, right)] : rest });
}
/** The pairs whose line on that side is still there. */
const keyOn = (lines: readonly { id: string }[], side: 0 | 1) =>
  part.value.key.filter((pair) => lines.some(({ id }) => id === parted(pair)[side]));
</script>

<template>
  <h3>{{ say('kinds.cardsChooseFrom') }}</h3>
  <LinesEditor
    :model-value="part.right"
    :what="say('kinds.card')"
    :least="2"
    :maximum="20"
    :problems="under(problems, '/right')"
    @update:model-value="change({ right: $event, key: keyOn($event, 1) })"
  />
  <h3 class="gap">{{ say('kinds.eachWithItsPartner') }}</h3>
  <LinesEditor
    :model-value="part.left"
    :what="say('kinds.place')"
    :least="2"
    :maximum="20"
    :problems="under(problems, '/left')"
    @update:model-value="change({ left: $event, key: keyOn($event, 0) })"
  >
    <template #more="{ line, at }">
      <label class="small partner">
        {{ say('kinds.belongs') }}
        <SelectField
          :model-value="partnerOf(line.id)"
          :aria-label="say('kinds.partnerPlaceNumber', { number: at + 1 })"
          @update:model-value="setPartner(line.id, $event)"
          ><ElOption value="" :label="say('kinds.noneThem')" /><ElOption
            v-for="card in part.right"
            :key="card.id"
            :value="card.id"
            :label="plainText(card.text) || say('kinds.emptyCard')"
        /></SelectField>
      </label>
    </template>
  </LinesEditor>
  <ElCheckbox class="small" :model-value="part.once" @change="change({ once: $event as boolean })">
    {{ say('kinds.eachCardMayBe') }}</ElCheckbox
  >
  <p v-for="problem in under(problems, '/key')" :key="problem.message" class="wrong">
    {{ problem.message }}
  </p>
</template>

<style scoped>
.gap {
  margin-top: 14px;
}
.partner {
  display: flex;
  gap: 8px;
  align-items: center;
  margin-top: 4px;
  white-space: nowrap;
}
</style>
