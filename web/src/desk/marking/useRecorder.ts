/** Records speech in the browser. What was recorded is a file, ready to be sent. */
import { computed, onUnmounted, ref } from 'vue';

/** After so long it stops by itself: a comment, not a lecture. In milliseconds. */
export const longestRecording = 180_000;
/** As browsers offer them; the first that this one can write. */
const types = ['audio/webm;codecs=opus', 'audio/mp4', 'audio/ogg;codecs=opus'];

export type RecorderState = 'idle' | 'recording';
/** Why nothing is recorded: the browser cannot, or it may not use a microphone, or there is none. */
export type RecorderProblem = 'unsupported' | 'not-allowed' | 'no-microphone';

/** "0:07" */
function clockText(elapsed: number): string {
  const seconds = Math.floor(elapsed / 1000);
  return `${Math.floor(seconds / 60)}:${String(seconds % 60).padStart(2, '0')}`;
}

export function useRecorder(recorded: (file: File) => void) {
  const state = ref<RecorderState>('idle');
  const problem = ref<RecorderProblem | null>(null);
  const elapsed = ref(0);
  let recorder: MediaRecorder | null = null;
  let timer: ReturnType<typeof setInterval> | undefined;
  let dropped = false;

  function finish(stream: MediaStream, parts: Blob[], type: string): void {
    clearInterval(timer);
    for (const track of stream.getTracks()) track.stop();
    state.value = 'idle';
    if (dropped || parts.length === 0) return;
    const [plain = ''] = type.split(';');
    recorded(new File(parts, `comment.${plain.split('/')[1]}`, { type: plain }));
  }

  async function begin(): Promise<void> {
    problem.value = null;
    const devices = navigator.mediaDevices as MediaDevices | undefined;
    if (!devices || typeof MediaRecorder === 'undefined')
      return void (problem.value = 'unsupported');
    let stream: MediaStream;
    try {
      stream = await devices.getUserMedia({ audio: true });
    } catch (error) {
      const { name } = error as DOMException;
      problem.value = name === 'NotAllowedError' ? 'not-allowed' : 'no-microphone';
      return;
    }
    const mimeType = types.find((type) => MediaRecorder.isTypeSupported(type));
    const parts: Blob[] = [];
    dropped = false;
    recorder = new MediaRecorder(stream, mimeType ? { mimeType } : {});
    recorder.ondataavailable = ({ data }) => data.size > 0 && parts.push(data);
    recorder.onstop = () => finish(stream, parts, recorder?.mimeType ?? '');
    recorder.start();
    const began = performance.now();
    elapsed.value = 0;
    state.value = 'recording';
    timer = setInterval(() => {
      elapsed.value = performance.now() - began;
      if (elapsed.value >= longestRecording) stop();
    }, 250);
  }
  function stop(): void {
    if (recorder?.state === 'recording') recorder.stop();
  }
  onUnmounted(() => {
    dropped = true;
    stop();
  });
  return {
    state,
    problem,
    begin,
    stop,
    time: computed(() => clockText(elapsed.value)),
  };
}
