/** Where a measure lies on the page and how it is turned: by mouse and touch, or by keys. */
import { reactive } from 'vue';

export interface Place {
  /** Of its middle, in pixels from the corner of the page. */
  x: number;
  y: number;
  /** In degrees, clockwise; from 0 up to 360. */
  angle: number;
}

const step = 8;
const turn = 5;
const whole = (angle: number) => ((angle % 360) + 360) % 360;

/** @param limits how far its middle can go, in pixels */
export function useMoving(start: Place, limits: () => { width: number; height: number }) {
  const place = reactive({ ...start });
  let grip: { x: number; y: number } | null = null;

  function moveTo(x: number, y: number): void {
    const { width, height } = limits();
    place.x = Math.max(0, Math.min(width, x));
    place.y = Math.max(0, Math.min(height, y));
  }
  const turnBy = (degrees: number) => (place.angle = whole(place.angle + degrees));

  return {
    place,
    grab(event: PointerEvent): void {
      (event.currentTarget as Element).setPointerCapture(event.pointerId);
      grip = { x: event.clientX - place.x, y: event.clientY - place.y };
    },
    drag(event: PointerEvent): void {
      if (grip) moveTo(event.clientX - grip.x, event.clientY - grip.y);
    },
    drop(): void {
      grip = null;
    },
    /** Turns so that the handle, which lies on the measure's own right, points at the pointer. */
    aim({ clientX, clientY }: PointerEvent, corner: { left: number; top: number }): void {
      const angle = Math.atan2(clientY - corner.top - place.y, clientX - corner.left - place.x);
      place.angle = whole(Math.round((angle * 180) / Math.PI));
    },
    /** @returns whether the key was one of its own */
    key({ key, shiftKey }: KeyboardEvent): boolean {
      const by = shiftKey ? 1 : step;
      const degrees = shiftKey ? 1 : turn;
      const acts: Record<string, () => void> = {
        ArrowLeft: () => moveTo(place.x - by, place.y),
        ArrowRight: () => moveTo(place.x + by, place.y),
        ArrowUp: () => moveTo(place.x, place.y - by),
        ArrowDown: () => moveTo(place.x, place.y + by),
        PageUp: () => turnBy(-degrees),
        PageDown: () => turnBy(degrees),
      };
      acts[key]?.();
      return key in acts;
    },
  };
}
