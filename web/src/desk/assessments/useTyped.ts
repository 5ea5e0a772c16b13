import { ref, watch, type Ref } from 'vue';

/**
 * The text of a field that follows a value of the test: it is written anew only when that value itself has changed, so that an
 * answer of the server, or a colleague's change elsewhere, never wipes out what is being typed.
 */
export function useTyped(value: () => string | number | null | undefined): Ref<string> {
  const asText = (own: string | number | null | undefined) =>
    own === null || own === undefined ? '' : String(own);
  const typed = ref(asText(value()));
  watch(value, (own) => (typed.value = asText(own)));
  return typed;
}
