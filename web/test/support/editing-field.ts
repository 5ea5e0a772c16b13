import { defineComponent, h } from 'vue';

/** In place of the editor of wordings, which needs a real browser: what is typed is the wording. */
export const PlainField = defineComponent({
  props: { modelValue: { type: String, default: '' }, label: { type: String, required: true } },
  emits: ['update:modelValue'],
  setup:
    (props, { emit }) =>
    () =>
      h('textarea', {
        'aria-label': props.label,
        value: props.modelValue,
        onInput: (event: Event) =>
          emit('update:modelValue', (event.target as HTMLTextAreaElement).value),
      }),
});
