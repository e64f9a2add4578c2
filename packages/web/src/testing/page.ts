import { getDebugNode, type Type } from '@angular/core';
import { TestBed, type ComponentFixture } from '@angular/core/testing';
import { turns } from './answer';
import { Tip } from '../app/ui/tip';

/** What the tip of an element says. */
export function tipOf(element: Element): string {
  return getDebugNode(element)!.injector.get(Tip).rqTip() ?? '';
}

/** A component on the page as a person finds it: by role, label and words. */
export class Page<T> {
  constructor(readonly fixture: ComponentFixture<T>) {}
  get component(): T {
    return this.fixture.componentInstance;
  }
  get root(): HTMLElement {
    return this.fixture.nativeElement as HTMLElement;
  }
  all(selector: string): HTMLElement[] {
    return [...this.root.querySelectorAll<HTMLElement>(selector)];
  }
  /** A button by its words or its label. */
  button(name: string): HTMLButtonElement {
    const found = this.all('button').find(
      (one) =>
        one.textContent.trim().replace(/\s+/g, ' ').startsWith(name) ||
        one.getAttribute('aria-label') === name,
    );
    if (!found)
      throw new Error(
        `no button "${name}"; there are ${this.all('button')
          .map((one) => one.textContent.trim() || one.getAttribute('aria-label'))
          .join(', ')}`,
      );
    return found as HTMLButtonElement;
  }
  field(testid: string): HTMLInputElement {
    return this.root.querySelector<HTMLInputElement>(`[data-testid="${testid}"]`)!;
  }
  text(selector: string): string[] {
    return this.all(selector).map((one) => one.textContent.trim().replace(/\s+/g, ' '));
  }
  async click(target: HTMLElement | string): Promise<void> {
    (typeof target === 'string' ? this.button(target) : target).click();
    await this.settle();
  }
  /** Types into a field and leaves it. */
  async type(field: HTMLInputElement, value: string): Promise<void> {
    field.value = value;
    field.dispatchEvent(new Event('input', { bubbles: true }));
    field.dispatchEvent(new Event('change', { bubbles: true }));
    await this.settle();
  }
  async press(target: HTMLElement, key: string, more: KeyboardEventInit = {}): Promise<void> {
    target.dispatchEvent(new KeyboardEvent('keydown', { key, bubbles: true, cancelable: true, ...more }));
    await this.settle();
  }
  /** Lets what follows happen; a request that is still open is not waited for. */
  async settle(): Promise<void> {
    TestBed.tick();
    await Promise.race([this.fixture.whenStable(), turns(this.fixture)]);
  }
}

export async function show<T>(
  component: Type<T>,
  inputs: Record<string, unknown> = {},
  style = 'display:block;width:600px;height:400px',
): Promise<Page<T>> {
  const fixture = TestBed.createComponent(component);
  for (const [name, value] of Object.entries(inputs)) fixture.componentRef.setInput(name, value);
  (fixture.nativeElement as HTMLElement).style.cssText = style;
  // Angular takes the last root off the page when the next one comes; one without its id stays.
  (fixture.nativeElement as HTMLElement).removeAttribute('id');
  document.body.append(fixture.nativeElement as HTMLElement);
  const page = new Page(fixture);
  await page.settle();
  return page;
}
