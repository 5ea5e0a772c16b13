<script setup lang="ts">
/** Time left as a word and a figure, by the server's clock. It can be hidden and comes back at the warnings. */
import { lengthInWords, minute } from '@oaken/core/timing';
import { computed, onUnmounted, ref, watch } from 'vue';
import { useSession } from '../client/session';
import { language, say } from '../words';

const props = defineProps<{
  deadlineAt: number;
  warnAt: number[];
  /** What it is left for, where that is not the whole: "this question". */
  of?: string;
}>();
const leftWords = (time: string) =>
  props.of
    ? say('sitting.timeLeftFor', { time, part: props.of })
    : say('sitting.timeLeft', { time });
const emit = defineEmits<{ up: [] }>();
const session = useSession();
const left = ref(props.deadlineAt - session.now());
const hidden = ref(false);
const warning = ref('');
let upSaid = false;

const timer = setInterval(() => {
  const now = props.deadlineAt - session.now();
  for (const mark of props.warnAt)
    if (left.value > mark && now <= mark) {
      hidden.value = false;
      warning.value = `${leftWords(lengthInWords(mark, language.value))}.`;
    }
  left.value = now;
  if (now <= 0 && !upSaid) {
    upSaid = true;
    emit('up');
  }
}, 250);
onUnmounted(() => clearInterval(timer));
watch(
  () => props.deadlineAt,
  (index) => {
    [upSaid, left.value, warning.value] = [false, index - session.now(), ''];
  },
);

const words = computed(() => {
  const rest = Math.max(0, left.value);
  return rest < minute
    ? lengthInWords(Math.ceil(rest / 1000) * 1000, language.value)
    : lengthInWords(Math.ceil(rest / minute) * minute, language.value);
});
const short = computed(() => left.value <= (props.warnAt[0] ?? 0));
</script>

<template>
  <span class="time" :class="{ short }">
    <button class="word" :aria-expanded="!hidden" @click="hidden = !hidden">
      {{ hidden ? say('sitting.showTime') : leftWords(words) }}
    </button>
    <span class="unseen" role="alert">{{ warning }}</span>
  </span>
</template>

<style scoped>
.time .word {
  color: var(--ink);
  font-size: 1.02rem;
}
.short .word {
  font-weight: 700;
  border-bottom: 3px solid var(--partial);
  border-radius: 0;
  text-decoration: none;
}
</style>
