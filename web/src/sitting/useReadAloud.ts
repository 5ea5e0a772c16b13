/** Reads a question aloud with the browser's voice, which follows the words on the page. */
import { onUnmounted, ref, watch } from 'vue';
import { spokenText, wordLength, type SpokenText } from './spokenText';

/** Parts of the voice's usual speed. */
export const speeds = [0.6, 0.8, 1, 1.25, 1.5] as const;
const keptSpeed = 'oaken-speed';
/** The name that the page's styles know the spoken word by (CSS Custom Highlight API). */
const highlight = 'spoken-word';

function mark(range: Range | null): void {
  // A browser that knows no highlights reads all the same.
  if (!('highlights' in CSS)) return;
  if (range === null) CSS.highlights.delete(highlight);
  else CSS.highlights.set(highlight, new Highlight(range));
}

/**
 * @param element the question as it stands on the page
 * @param question another one ends the reading
 */
export function useReadAloud(element: () => HTMLElement | null, question: () => string) {
  const state = ref<'silent' | 'reading' | 'paused'>('silent');
  /** The browser has no voice. */
  const voiceless = ref(false);
  const speed = ref(Number(localStorage.getItem(keptSpeed)) || 1);
  /** Where the voice is in the text, so that another speed goes on from there. */
  let place = 0;
  let spoken: SpokenText | null = null;
  /** What was said before is told of late; only the present utterance counts. */
  let current: SpeechSynthesisUtterance | null = null;

  function silence(): void {
    current = null;
    state.value = 'silent';
    mark(null);
    window.speechSynthesis?.cancel();
  }
  function speakFrom(from: number): void {
    if (!spoken) return;
    const { text, rangeAt } = spoken;
    const utterance = new SpeechSynthesisUtterance(text.slice(from));
    utterance.lang = document.documentElement.lang;
    utterance.rate = speed.value;
    utterance.onboundary = ({ charIndex, charLength }) => {
      if (current !== utterance) return;
      place = from + charIndex;
      mark(rangeAt(place, charLength || wordLength(text, place)));
    };
    utterance.onend = utterance.onerror = () => {
      if (current === utterance) silence();
    };
    window.speechSynthesis.cancel();
    current = utterance;
    state.value = 'reading';
    window.speechSynthesis.speak(utterance);
  }
  function readAloud(): void {
    if (state.value !== 'silent') return silence();
    const { speechSynthesis: voice } = window;
    voiceless.value = !voice || voice.getVoices().length === 0;
    const here = element();
    if (voiceless.value || !here) return;
    spoken = spokenText(here);
    place = 0;
    speakFrom(0);
  }
  function pauseOrGoOn(): void {
    if (state.value === 'reading') {
      window.speechSynthesis.pause();
      state.value = 'paused';
    } else if (state.value === 'paused') {
      window.speechSynthesis.resume();
      state.value = 'reading';
    }
  }
  watch(speed, (now) => {
    localStorage.setItem(keptSpeed, String(now));
    if (state.value === 'reading') speakFrom(place);
  });
  watch(question, silence);
  onUnmounted(silence);
  return { state, voiceless, speed, readAloud, pauseOrGoOn };
}
