<script setup lang="ts">
/** Strips of a class to print: on which paper, how large, with names or without, and how many spares. */
import { highestNumber, type Paper, type StripSize } from '@oaken/core/capture';
import { useLocalStorage } from '@vueuse/core';
import { computed } from 'vue';
import { addressOf } from '../../client/call';
import SelectField from '../../parts/SelectField.vue';
import { say } from '../../words/teacher';
import { fullName, type OpenClass } from './useClass';

const open = defineModel<boolean>({ required: true });
const props = defineProps<{ openClass: OpenClass }>();
const wish = useLocalStorage('oaken-strips-print', {
  paper: 'letter' as Paper,
  size: 'two' as StripSize,
  names: true,
  spares: 2,
});
const here = computed(() => props.openClass.roster.filter(({ leftAt }) => leftAt === null));
const beyond = computed(() =>
  here.value.filter(({ rosterNumber }) => rosterNumber > highestNumber).map(fullName),
);
const some = computed(
  () => here.value.length > beyond.value.length || (wish.value.spares ?? 0) > 0,
);
const mostSpares = computed(() => highestNumber - (here.value.length - beyond.value.length));
const address = computed(() => {
  const { paper, size, names, spares } = wish.value;
  const query = { paper, size, names: names ? 'yes' : 'no', spares: String(spares ?? 0) };
  return addressOf('printStrips', { classId: props.openClass.class.id }, query);
});
</script>

<template>
  <ElDialog v-model="open" :title="say('classes.strips')" width="520px">
    <p>{{ say('classes.stripsHint') }}</p>
    <ElForm label-position="top">
      <ElFormItem :label="say('classes.stripsPaper')">
        <SelectField v-model="wish.paper" :aria-label="say('classes.stripsPaper')">
          <ElOption value="letter" :label="say('classes.paperLetter')" />
          <ElOption value="a4" :label="say('classes.paperA4')" />
        </SelectField>
      </ElFormItem>
      <ElFormItem :label="say('classes.stripsSize')">
        <SelectField v-model="wish.size" :aria-label="say('classes.stripsSize')">
          <ElOption value="two" :label="say('classes.stripsTwo')" />
          <ElOption value="four" :label="say('classes.stripsFour')" />
          <ElOption value="large" :label="say('classes.stripsLarge')" />
        </SelectField>
      </ElFormItem>
      <ElFormItem>
        <ElCheckbox v-model="wish.names">{{ say('classes.stripsNames') }}</ElCheckbox>
      </ElFormItem>
      <ElFormItem :label="say('classes.stripsSpares')">
        <ElInputNumber
          v-model="wish.spares"
          :min="0"
          :max="Math.max(0, mostSpares)"
          :aria-label="say('classes.stripsSpares')"
        />
      </ElFormItem>
    </ElForm>
    <p v-if="beyond.length > 0" class="note">
      {{ say('classes.stripsBeyond', { highest: highestNumber, names: beyond.join(', ') }) }}
    </p>
    <p class="faded small">{{ say('classes.stripsFold') }}</p>
    <template #footer>
      <ElButton @click="open = false">{{ say('common.close') }}</ElButton>
      <ElButton v-if="some" tag="a" type="primary" :href="address" download>{{
        say('classes.stripsDownload')
      }}</ElButton>
    </template>
  </ElDialog>
</template>

<style scoped>
a.el-button {
  text-decoration: none;
}
.note {
  background: var(--low-wash);
  padding: 6px 12px;
  border-radius: var(--corner);
}
</style>
