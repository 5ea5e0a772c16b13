/** The device's camera, the one that looks away from whoever holds it first. */
import { onMounted, onUnmounted, ref, shallowRef } from 'vue';

/** Why there is no picture: no camera, not allowed, in use elsewhere, or an address that browsers do not trust. */
export type CameraTrouble = 'none' | 'refused' | 'busy' | 'insecure';

const troubles: Record<string, CameraTrouble> = {
  NotAllowedError: 'refused',
  SecurityError: 'refused',
  NotFoundError: 'none',
  OverconstrainedError: 'none',
};
/** What is asked for; a camera gives what comes closest. */
const usualSize = { width: 1280, height: 720 };

export function useCamera({ width, height } = usualSize) {
  const size = { width: { ideal: width }, height: { ideal: height } };
  const stream = shallowRef<MediaStream | null>(null);
  const trouble = ref<CameraTrouble | null>(null);
  /** All cameras of the device, once one could be opened. */
  const cameras = ref<{ id: string; name: string }[]>([]);
  const cameraId = ref('');
  let isGone = false;

  function close(): void {
    stream.value?.getTracks().forEach((track) => track.stop());
    stream.value = null;
  }

  /** @param id of a camera; none: whichever looks away */
  async function open(id?: string): Promise<void> {
    close();
    trouble.value = null;
    if (!('mediaDevices' in navigator)) return void (trouble.value = 'insecure');
    try {
      const which = id ? { deviceId: { exact: id } } : { facingMode: { ideal: 'environment' } };
      const opened = await navigator.mediaDevices.getUserMedia({ video: { ...size, ...which } });
      // The page may have been left while the browser asked.
      if (isGone) return opened.getTracks().forEach((track) => track.stop());
      stream.value = opened;
      await name(opened);
    } catch (error) {
      trouble.value = troubles[(error as Error).name] ?? 'busy';
    }
  }

  async function name(opened: MediaStream): Promise<void> {
    const devices = await navigator.mediaDevices.enumerateDevices();
    cameras.value = devices
      .filter(({ kind }) => kind === 'videoinput')
      .map(({ deviceId, label }) => ({ id: deviceId, name: label }));
    cameraId.value = opened.getVideoTracks()[0]?.getSettings().deviceId ?? '';
  }

  onMounted(() => void open());
  onUnmounted(() => {
    isGone = true;
    close();
  });
  return { stream, trouble, cameras, cameraId, open };
}
