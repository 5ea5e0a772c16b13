/** What of a page cannot be seen or reached at the size that it has. */
import type { Page } from '@playwright/test';

/**
 * @returns how far the page runs over its right edge, in pixels, and the names of the controls that are cut off by
 * something that cannot be scrolled
 */
export async function cutOff(page: Page): Promise<{ over: number; controls: string[] }> {
  return page.evaluate(() => {
    const scrolls = (overflow: string) => /auto|scroll/.test(overflow);

    function reachable(control: Element): boolean {
      const bounds = control.getBoundingClientRect();
      const look = getComputedStyle(control);
      if (bounds.width === 0 || bounds.height === 0) return true;
      if (look.visibility === 'hidden' || look.opacity === '0') return true;
      const box = { left: bounds.left, right: bounds.right, top: bounds.top };
      for (let around = control.parentElement; around; around = around.parentElement) {
        const style = getComputedStyle(around);
        // It has no box of its own, so it cuts nothing off.
        if (style.display === 'contents') continue;
        const edge = around.getBoundingClientRect();
        if (scrolls(style.overflowX)) [box.left, box.right] = [edge.left, edge.right];
        else if (style.overflowX === 'hidden') {
          const shown = Math.min(box.right, edge.right) - Math.max(box.left, edge.left);
          if (shown < (box.right - box.left) / 2) return false;
        }
        if (scrolls(style.overflowY)) box.top = edge.top;
        else if (style.overflowY === 'hidden' && box.top > edge.bottom - 4) return false;
        // What is only for screen readers, or laid over the page, is not cut by what is around it.
        if (style.clip !== 'auto' || style.position === 'fixed') break;
      }
      return box.left < innerWidth - 4 && box.right > 4 && box.top < innerHeight - 4;
    }

    const controls = document.querySelectorAll(
      'main button, main a, main input, nav a, nav button',
    );
    return {
      over: document.documentElement.scrollWidth - innerWidth,
      controls: [...controls]
        .filter((control) => !reachable(control))
        .map((control) => control.getAttribute('aria-label') ?? control.textContent ?? ''),
    };
  });
}
