import { ref, watch, type Ref } from 'vue';

/**
 * The text of a field that follows a value of the test: it is written anew only when that value
 * itself has changed, so that an answer of the server, or a colleague's change elsewhere, never
 * wipes out what is being typed.
 */
export function useTyped(value: () => string | number | null | undefined): Ref<string> {
  const asText = (content: string | number | null | undefined) =>
    content === null || content === undefined ? '' : String(content);
  const typed = ref(asText(value()));
  watch(value, (changed) => (typed.value = asText(changed)));
  return typed;
}
