/** What a window is measured by: nothing cut off, nothing under something else, nothing too small to read or to hit. */
import type { Page } from 'puppeteer-core';

export interface Audit {
  /** Named controls that stick out of the window, or of a part that cannot be scrolled to them. */
  cutOff: string[];
  /** Named controls that something else lies over. */
  covered: string[];
  /** Words cut off inside their control without an ellipsis, or at the side of a panel. */
  cutWords: string[];
  /** Words smaller than 11 pixels at 100 %. */
  small: string[];
  /** Controls of less than 24 pixels with another target within reach of a 24-pixel circle about them (WCAG 2.2, 2.5.8). */
  crowded: string[];
}

/** Measures everything that is seen in the page now. Words and controls are named as a person would hear them. */
export function audit(page: Page): Promise<Audit> {
  return page.evaluate(() => {
    const out: Audit = { cutOff: [], covered: [], cutWords: [], small: [], crowded: [] };
    const scale = Number.parseFloat(getComputedStyle(document.documentElement).fontSize) / 16;
    const CONTROLS =
      'button, a[href], input:not([type="hidden"]):not([type="file"]), textarea, [role="slider"], [role="combobox"], [role="tab"], [role="menuitem"], [role="option"], [role="checkbox"], [role="radio"], [role="switch"]';
    const open = document.querySelector('[role="dialog"], [role="menu"], [role="listbox"]');
    const hidden = (element: Element) =>
      element.closest('[aria-hidden="true"], [inert], [hidden], .sr-only') !== null ||
      !element.checkVisibility({ visibilityProperty: true, opacityProperty: true });
    const nameOf = (element: Element) => {
      const own =
        element.getAttribute('aria-label') ?? element.getAttribute('title') ?? element.textContent?.trim().slice(0, 40);
      const label = element.closest('label')?.textContent?.trim().slice(0, 40);
      return `${element.tagName.toLowerCase()} “${own || label || element.className.toString().slice(0, 60)}”`;
    };
    const seen: { element: Element; box: DOMRect; name: string }[] = [];
    for (const element of document.querySelectorAll(CONTROLS)) {
      if (hidden(element) || (open && !open.contains(element))) continue;
      const box = element.getBoundingClientRect();
      if (box.width < 1 || box.height < 1) continue;
      const name = nameOf(element);
      // What can be scrolled to is not cut off; what lies outside of a part that hides what is outside of it is.
      let away = false;
      let cut = false;
      for (let parent = element.parentElement; parent; parent = parent.parentElement) {
        const { overflowX, overflowY } = getComputedStyle(parent);
        if (overflowX === 'visible' && overflowY === 'visible') continue;
        const room = parent.getBoundingClientRect();
        const [x, y] = [
          box.left < room.left - 1 || box.right > room.right + 1,
          box.top < room.top - 1 || box.bottom > room.bottom + 1,
        ];
        if ((x && /auto|scroll/.test(overflowX)) || (y && /auto|scroll/.test(overflowY))) away = true;
        else if (x || y) cut = true;
        if (away) break;
      }
      if (away) continue;
      const scrolls = document.documentElement.scrollHeight > innerHeight + 1;
      const outside = !scrolls && (box.top < -1 || box.bottom > innerHeight + 1);
      if (!cut && scrolls && (box.top < 0 || box.bottom > innerHeight)) continue;
      if (cut || outside || box.left < -1 || box.right > innerWidth + 1) {
        out.cutOff.push(`${name} at ${[box.left, box.top, box.right, box.bottom].map(Math.round).join(' ')}`);
        continue;
      }
      seen.push({ element, box, name });
      const top = document.elementFromPoint(box.left + box.width / 2, box.top + box.height / 2);
      const label = element.closest('label');
      const disabled = element.matches(':disabled, [data-disabled], [aria-disabled="true"]');
      // Scrolled under what stands still in the same part, it can be scrolled out again.
      const under = (over: Element) => {
        for (let at: Element | null = over; at && !at.contains(element); at = at.parentElement)
          if (getComputedStyle(at).position === 'sticky') return true;
        return false;
      };
      if (
        top &&
        !disabled &&
        !under(top) &&
        !element.contains(top) &&
        !element.contains(top) &&
        !top.contains(element) &&
        !label?.contains(top)
      )
        out.covered.push(`${name} under ${nameOf(top)}`);
      const style = getComputedStyle(element);
      const clips =
        style.overflowX !== 'visible' && style.textOverflow !== 'ellipsis' && !element.matches('input, textarea');
      const spread = !element.matches('input, textarea') && element.scrollWidth > element.clientWidth + 1;
      if (spread && (clips || style.overflowX === 'visible') && element.children.length === 0)
        out.cutWords.push(`${name} ${element.scrollWidth} in ${element.clientWidth}`);
    }
    const words = document.createTreeWalker(open ?? document.body, NodeFilter.SHOW_TEXT);
    for (let node = words.nextNode(); node; node = words.nextNode()) {
      const parent = node.parentElement;
      if (!parent || !node.textContent?.trim() || parent.closest('script, style') || hidden(parent)) continue;
      // A panel that is scrolled down holds all of its words from side to side.
      const panel = parent.closest('[class*="overflow-y-auto"], [class*="overflow-hidden"], main, body');
      const ellipsis = parent.closest(
        '.truncate, [class*="line-clamp"], svg, canvas, [role="list"], [class*="overflow-x-auto"]',
      );
      if (panel && !ellipsis) {
        const range = document.createRange();
        range.selectNodeContents(node);
        const [words, room] = [range.getBoundingClientRect(), panel.getBoundingClientRect()];
        if (words.width > 0 && (words.right > room.right + 1 || words.left < room.left - 1))
          out.cutWords.push(
            `“${node.textContent.trim().slice(0, 40)}” ${Math.round(words.right - room.right)} too far`,
          );
      }
      const size = Number.parseFloat(getComputedStyle(parent).fontSize);
      const svg = parent.closest('svg');
      // Words in a picture grow with it.
      const grown = svg ? (svg.getScreenCTM()?.a ?? 1) : 1;
      if (size * grown < 11 * scale - 0.1) out.small.push(`“${node.textContent.trim().slice(0, 40)}” ${size * grown}`);
    }
    // The person may have made all smaller.
    const least = 24 * Math.min(1, scale) - 0.5;
    const circle = ({ box }: { box: DOMRect }) => ({ x: box.left + box.width / 2, y: box.top + box.height / 2 });
    for (const one of seen) {
      if (one.box.width >= least && one.box.height >= least) continue;
      // Words within words, and boxes whose whole label is pressed, may be small.
      if (one.element.matches('a') && getComputedStyle(one.element).display === 'inline') continue;
      if (one.element.closest('label') && one.element.closest('label')!.getBoundingClientRect().height >= least)
        continue;
      const at = circle(one);
      const near = seen.find((other) => {
        if (other === one || other.element.contains(one.element) || one.element.contains(other.element)) return false;
        const dx = Math.max(other.box.left - at.x, 0, at.x - other.box.right);
        const dy = Math.max(other.box.top - at.y, 0, at.y - other.box.bottom);
        if (Math.hypot(dx, dy) < least / 2) return true;
        const small = other.box.width < least || other.box.height < least;
        const there = circle(other);
        return small && Math.hypot(there.x - at.x, there.y - at.y) < least;
      });
      if (near)
        out.crowded.push(`${one.name} ${Math.round(one.box.width)}x${Math.round(one.box.height)} near ${near.name}`);
    }
    return out;
  });
}
