<script setup lang="ts">
/** A number line, a bar, a rectangle or a right triangle, drawn from what is typed for it. */
import {
  diagramFields,
  diagramInWords,
  drawDiagram,
  keptDiagram,
  readDiagram,
  svgOfSketch,
  type Diagram,
  type DiagramField,
  type DiagramShape,
} from '@oaken/core/diagrams';
import { computed, ref } from 'vue';
import SelectField from '../parts/SelectField.vue';
import { whenOpened } from '../parts/whenOpened';
import { say } from '../words/teacher';

export interface KeptDiagram {
  diagram: string;
  words: string;
}

const open = defineModel<boolean>({ required: true });
const props = defineProps<{ start: KeptDiagram }>();
const emit = defineEmits<{ done: [kept: KeptDiagram] }>();

const shapes: Record<DiagramShape, string> = {
  'number-line': say('editor.diagramLine'),
  bar: say('editor.diagramBar'),
  rectangle: say('editor.diagramRectangle'),
  'right-triangle': say('editor.diagramTriangle'),
};
const titles: { [Shape in DiagramShape]: Record<DiagramField<Shape>, string> } = {
  'number-line': {
    from: say('editor.diagramFrom'),
    to: say('editor.diagramTo'),
    step: say('editor.diagramStep'),
    every: say('editor.diagramEvery'),
    points: say('editor.diagramPoints'),
  },
  bar: {
    parts: say('editor.diagramParts'),
    shaded: say('editor.diagramShaded'),
    whole: say('editor.diagramWhole'),
    part: say('editor.diagramPart'),
  },
  rectangle: { width: say('editor.diagramWidth'), height: say('editor.diagramHeight') },
  'right-triangle': {
    base: say('editor.diagramBase'),
    height: say('editor.diagramHeight'),
    slant: say('editor.diagramSlant'),
  },
};
const usual: Record<DiagramShape, Diagram> = {
  'number-line': {
    shape: 'number-line',
    from: '0',
    to: '10',
    step: '1',
    every: '',
    points: 'P = 7',
  },
  bar: { shape: 'bar', parts: '5', shaded: '2', whole: '', part: '' },
  rectangle: { shape: 'rectangle', width: '6 cm', height: '4 cm' },
  'right-triangle': { shape: 'right-triangle', base: '4 m', height: '3 m', slant: '?' },
};

const diagram = ref<Diagram>(usual['number-line']);
const words = ref('');
/** Whether the words are the author's own; else they follow the fields. */
const areOwn = ref(false);

whenOpened(open, () => {
  diagram.value = readDiagram(props.start.diagram) ?? usual['number-line'];
  areOwn.value = props.start.words !== '' && props.start.words !== diagramInWords(diagram.value);
  words.value = props.start.words || diagramInWords(diagram.value);
});
function change(next: Diagram): void {
  diagram.value = next;
  if (!areOwn.value) words.value = diagramInWords(next);
}
function describe(text: string): void {
  words.value = text;
  areOwn.value = text.trim() !== '';
}
const fields = computed(() =>
  diagramFields[diagram.value.shape].map((name) => ({
    name,
    title: (titles[diagram.value.shape] as Record<string, string>)[name] ?? '',
    text: (diagram.value as Record<string, string>)[name] ?? '',
  })),
);
const hasPlaces = computed(() => keptDiagram(diagram.value).includes('[['));
const drawn = computed(() => drawDiagram(diagram.value));
const problem = computed(() => (drawn.value.ok || hasPlaces.value ? '' : drawn.value.problem));
const canFinish = computed(() => problem.value === '' && words.value.trim() !== '');

function finish(): void {
  if (!canFinish.value) return;
  emit('done', { diagram: keptDiagram(diagram.value), words: words.value.trim() });
  open.value = false;
}
</script>

<template>
  <ElDialog v-model="open" :title="say('editor.diagram')" width="640px" append-to-body>
    <form class="diagram" @submit.prevent="finish">
      <label class="field">
        <span class="label">{{ say('editor.diagramShape') }}</span>
        <SelectField
          :model-value="diagram.shape"
          :aria-label="say('editor.diagramShape')"
          @update:model-value="change(usual[$event as DiagramShape])"
          ><ElOption v-for="(title, shape) in shapes" :key="shape" :value="shape" :label="title"
        /></SelectField>
      </label>
      <div class="fields">
        <label
          v-for="{ name, title, text } in fields"
          :key="name"
          class="field"
          :class="{ long: name === 'points' }"
        >
          <span class="label">{{ title }}</span>
          <ElInput
            :model-value="text"
            maxlength="200"
            spellcheck="false"
            @input="change({ ...diagram, [name]: $event } as Diagram)"
          />
        </label>
      </div>
      <p class="faded small">{{ say('editor.diagramPlaces') }}</p>
      <p v-if="problem" class="wrong" role="alert">{{ problem }}</p>
      <div v-else-if="drawn.ok" class="shown" v-html="svgOfSketch(drawn.sketch, words)" />
      <p v-else class="shown faded">{{ say('editor.diagramLater') }}</p>
      <label class="field">
        <span class="label">{{ say('editor.whatShowsThoseWho') }}</span>
        <ElInput :model-value="words" maxlength="600" type="textarea" :rows="2" @input="describe" />
      </label>
      <button type="submit" class="unseen" tabindex="-1" aria-hidden="true" />
    </form>
    <template #footer>
      <ElButton @click="open = false">{{ say('common.cancel') }}</ElButton>
      <ElButton type="primary" :disabled="!canFinish" @click="finish">{{
        say('editor.insert')
      }}</ElButton>
    </template>
  </ElDialog>
</template>

<style scoped>
.fields {
  display: flex;
  flex-wrap: wrap;
  gap: 10px 12px;
}
.fields .field {
  flex: 1 1 110px;
}
.fields .long {
  flex-basis: 180px;
}
.shown {
  display: grid;
  place-items: center;
  min-height: 150px;
  padding: 10px;
  margin: 0 0 12px;
  border: var(--line);
  background: var(--sheet);
}
</style>
