/** Reads a question aloud with the browser's voice. */
import { onUnmounted, ref, watch } from 'vue';

/**
 * @param words the question's words, as they stand on the page
 * @param question another one ends the reading
 */
export function useReadAloud(words: () => string, question: () => string) {
  const reading = ref(false);
  /** The browser has no voice. */
  const voiceless = ref(false);
  function readAloud(): void {
    const { speechSynthesis: voice } = window;
    if (reading.value) return voice.cancel();
    voiceless.value = !voice || voice.getVoices().length === 0;
    if (voiceless.value) return;
    const utterance = new SpeechSynthesisUtterance(words());
    utterance.lang = document.documentElement.lang;
    utterance.onend = utterance.onerror = () => (reading.value = false);
    reading.value = true;
    voice.speak(utterance);
  }
  const silence = () => window.speechSynthesis?.cancel();
  watch(question, silence);
  onUnmounted(silence);
  return { reading, voiceless, readAloud };
}
