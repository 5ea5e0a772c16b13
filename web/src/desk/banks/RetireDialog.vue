<script setup lang="ts">
/** Says where items are used before they go out of sight. */
import type { AnswerOf, api } from '@oaken/contract';
import { count } from '@oaken/core/text';
import { ref, watch } from 'vue';
import { call } from '../../client/call';
import { inWords } from '../../client/request';
import { done } from '../undo';
import { useWords } from '../words';

const open = defineModel<boolean>({ required: true });
const props = defineProps<{ items: number[] }>();
const emit = defineEmits<{ changed: [] }>();
const words = useWords();
const used = ref<AnswerOf<typeof api.readUses> | null>(null);
const busy = ref(false);
const wrong = ref('');

watch(open, async (now) => {
  if (!now) return;
  [used.value, wrong.value] = [null, ''];
  try {
    used.value = await call('readUses', { body: { items: props.items } });
  } catch (error) {
    wrong.value = inWords(error);
  }
});
async function retire(): Promise<void> {
  busy.value = true;
  const items = [...props.items];
  try {
    const { retired } = await call('retireItems', { body: { items } });
    done(`${count(retired, 'item')} retired.`, async () => {
      await call('restoreItems', { body: { items } });
      emit('changed');
    });
    open.value = false;
    emit('changed');
  } catch (error) {
    wrong.value = inWords(error);
  } finally {
    busy.value = false;
  }
}
</script>

<template>
  <el-dialog v-model="open" :title="`Retire ${count(items.length, 'item')}`" width="560px">
    <p>
      Retired items are no longer found. No test, assignment or result is touched, and they can be brought back at any
      time.
    </p>
    <p v-if="!used && !wrong" class="faded">Looking where they are used …</p>
    <template v-else-if="used">
      <p v-if="used.uses.length + used.hiddenUses === 0" class="faded">They are in no test.</p>
      <template v-else>
        <p>
          <b>Used in {{ count(used.uses.length + used.hiddenUses, 'test') }}</b>
        </p>
        <ul class="uses">
          <li v-for="use in used.uses" :key="use.testId">
            {{ use.title }}
            <span class="faded"
              >by {{ use.mine ? 'me' : use.owner }}, {{ count(use.items, 'of them', 'of them')
              }}<template v-for="given in use.given" :key="given.class + given.opensAt"
                >; {{ given.class }}, {{ words.time(given.opensAt) }}</template
              ></span
            >
          </li>
          <li v-if="used.hiddenUses" class="faded">{{ count(used.hiddenUses, 'test') }} of other schools</li>
        </ul>
      </template>
    </template>
    <p v-if="wrong" class="wrong" role="alert">{{ wrong }}</p>
    <template #footer>
      <el-button @click="open = false">Cancel</el-button>
      <el-button type="primary" :loading="busy" :disabled="!used" @click="retire"
        >Retire {{ count(items.length, 'item') }}</el-button
      >
    </template>
  </el-dialog>
</template>

<style scoped>
.uses {
  max-height: 240px;
  overflow: auto;
}
</style>
