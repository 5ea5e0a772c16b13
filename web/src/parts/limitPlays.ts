/**
 * Sounds and films that can be played only so often: one button in place of the browser's controls,
 * and no way back in it.
 */
import type { Plays } from './plays';
import { say } from '../words';

const leftWords = (left: number) =>
  left === 0 ? say('answer.noPlaysLeft') : say('answer.play', { n: left });

/** Puts the button beside every such sound or film under `place`. */
export function limitPlays(place: HTMLElement, plays: Plays): void {
  for (const media of place.querySelectorAll<HTMLMediaElement>(
    'audio[data-plays], video[data-plays]',
  )) {
    const playLimit = Number(media.dataset.plays);
    const src = media.getAttribute('src') ?? '';
    media.controls = false;
    const button = document.createElement('button');
    button.type = 'button';
    button.className = 'btn play';
    let playing = false;
    const show = () => {
      const left = Math.max(0, playLimit - plays.of(src));
      button.disabled = playing || left === 0;
      button.textContent = playing ? say('answer.playing') : leftWords(left);
      button.setAttribute('aria-label', `${button.textContent}: ${media.title}`);
    };
    const stop = () => {
      playing = false;
      show();
    };
    button.onclick = () => {
      if (playing || plays.of(src) >= playLimit) return;
      playing = true;
      media.currentTime = 0;
      // It counts once it is heard: what cannot be loaded costs nothing.
      media.play().then(
        () => {
          plays.begun(src);
          show();
        },
        () => {
          playing = false;
          button.disabled = false;
          button.textContent = say('answer.cannotPlay');
        },
      );
      show();
    };
    media.onended = stop;
    // Keys and gestures of the browser that stop it end that play.
    media.onpause = () => !media.ended && stop();
    media.after(button);
    show();
  }
}
