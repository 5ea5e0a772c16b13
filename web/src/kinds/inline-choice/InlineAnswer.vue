<script setup lang="ts">
/** A text with a menu of choices in each gap. The menus are native ones, so that keys, touch and readers know them. */
import { plainText } from '@oaken/core/plain';
import { type SittingInlineChoice } from '@oaken/core/items';
import { nextTick, onMounted, ref, watch } from 'vue';
import RichText from '../../parts/RichText.vue';
import { language, say } from '../../words';

const props = defineProps<{
  part: SittingInlineChoice;
  response: unknown;
  name: string;
  disabled?: boolean;
}>();
const emit = defineEmits<{ answer: [response: string[]] }>();
const place = ref<HTMLElement>();

const given = () => (Array.isArray(props.response) ? (props.response as string[]) : []);
const inGap = (gap: string) =>
  given()
    .find((text) => text.startsWith(`${gap} `))
    ?.slice(gap.length + 1) ?? '';

function choose(gap: string, choice: string): void {
  const rest = given().filter((text) => !text.startsWith(`${gap} `));
  emit('answer', choice === '' ? rest : [...rest, `${gap} ${choice}`]);
}

/** Puts the menus into the text; they stand inside checked markup that Vue did not make. */
async function fill(): Promise<void> {
  await nextTick();
  let number = 0;
  for (const gap of place.value?.querySelectorAll<HTMLElement>('[data-gap]') ?? []) {
    number++;
    const partGap = props.part.gaps.find(({ id }) => id === gap.dataset.gap);
    if (!partGap) continue;
    const menu = document.createElement('select');
    menu.className = 'gap';
    menu.name = `${props.name}-${partGap.id}`;
    menu.setAttribute('aria-label', say('answer.gap', { n: number }));
    menu.disabled = props.disabled ?? false;
    menu.append(new Option(say('answer.choose'), ''));
    for (const choice of partGap.choices)
      menu.append(new Option(plainText(choice.text), choice.id));
    menu.value = inGap(partGap.id);
    menu.addEventListener('change', () => choose(partGap.id, menu.value));
    gap.replaceChildren(menu);
  }
}
function follow(): void {
  for (const menu of place.value?.querySelectorAll<HTMLSelectElement>('select.gap') ?? []) {
    const gap = menu.parentElement?.dataset.gap ?? '';
    menu.value = inGap(gap);
    menu.disabled = props.disabled ?? false;
  }
}
onMounted(fill);
watch(() => [props.part.text, JSON.stringify(props.part.gaps), language.value], fill);
watch(() => [props.response, props.disabled], follow, { deep: true });
</script>

<template>
  <div ref="place" class="inline"><RichText :html="part.text" /></div>
</template>

<style scoped>
.inline {
  line-height: 2.2;
}
.inline :deep(select.gap) {
  font: inherit;
  min-height: 38px;
  max-width: 100%;
  padding: 2px 8px;
  margin: 0 2px;
  color: inherit;
  border: 1px solid var(--rule-strong);
  border-bottom: 2px solid var(--oak);
  border-radius: var(--corner);
  background: var(--sheet);
}
</style>
