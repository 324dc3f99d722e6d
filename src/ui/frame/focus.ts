/** What can have the focus by keyboard. */
const FOCUSABLE =
  'a[href], button:not([disabled]), input:not([disabled]):not([type="hidden"]), select:not([disabled]), textarea:not([disabled]), summary, [tabindex]:not([tabindex="-1"])';

/** An element, what it stands in, and where in it. */
export type Stood = { element: Element; place: Element | null; index: number };

/** Where an element stands, from the inside out: kept, it is still known once the element has gone. */
export function standing(target: Element): readonly Stood[] {
  const found: Stood[] = [];
  for (let element: Element | null = target; element && element !== document.body; element = element.parentElement) {
    const place = element.parentElement;
    found.push({ element, place, index: place ? [...place.children].indexOf(element) : 0 });
  }
  return found;
}

/** Whether anything but the page as a whole has the focus. */
export const isSomewhere = () => document.activeElement !== null && document.activeElement !== document.body;

/** Whether an element is there, to be seen, and not switched off. */
export function canTake(element: Element): element is HTMLElement {
  return (
    element instanceof HTMLElement &&
    element.isConnected &&
    element.getClientRects().length > 0 &&
    !element.matches(":disabled")
  );
}

/**
 * Gives the focus to what stood somewhere, or else to what stands nearest: what follows it where it stood, then what comes before it, in the innermost place that is still
 * there; at last the heading of the page.
 */
export function focusNear(stood: readonly Stood[]): void {
  const [last] = stood;
  const found = last && canTake(last.element) ? last.element : nearest(stood);
  (found ?? headingOfPage())?.focus({ preventScroll: true });
}

function nearest(stood: readonly Stood[]): HTMLElement | null {
  for (const { place, index } of stood) {
    if (!place?.isConnected) continue;
    // Where all of a page has gone another has come, and is read from its heading on.
    if (place.id === "main" || place === document.body) return null;
    const children = [...place.children];
    const found = firstIn(children.slice(index)) ?? firstIn(children.slice(0, index).toReversed());
    if (found) return found;
  }
  return null;
}

function firstIn(elements: readonly Element[]): HTMLElement | null {
  for (const element of elements)
    for (const one of [element, ...element.querySelectorAll(FOCUSABLE)])
      if (one.matches(FOCUSABLE) && canTake(one)) return one;
  return null;
}

/** The heading of the document that is open, which may be beside a list. */
export function headingOfDocument(): HTMLElement | null {
  return focusable(document.getElementById("document-title"));
}

/** The heading of the page, made to take the focus by script. */
export function headingOfPage(): HTMLElement | null {
  return focusable(document.querySelector<HTMLElement>("main h1") ?? document.querySelector<HTMLElement>("main"));
}

function focusable(heading: HTMLElement | null): HTMLElement | null {
  if (heading && !heading.hasAttribute("tabindex")) heading.tabIndex = -1;
  return heading;
}
