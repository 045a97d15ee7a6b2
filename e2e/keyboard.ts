/** Somebody at the keyboard alone: what is pressed is counted, and nothing is reached but by going there. */
import type { Page } from './browser.ts';

/** Keys a second of somebody who looks for what to press. */
const PACE = 3;

export class Keyboard {
  /** Keys pressed so far. */
  presses = 0;
  readonly #began = Date.now();

  constructor(private readonly page: Page) {}

  async press(key: string): Promise<void> {
    this.presses++;
    await this.page.keyboard.press(key);
  }

  async type(text: string): Promise<void> {
    this.presses += text.length;
    await this.page.keyboard.type(text);
  }

  /** What has the focus, by its text or its name. */
  focused(): Promise<string> {
    return this.page.evaluate(() => {
      const { textContent, ariaLabel } = document.activeElement ?? {};
      return (textContent?.trim() || ariaLabel) ?? '';
    });
  }

  /** Goes on with the Tab key, or back, until something is reached whose words begin like this. */
  async tabTo(text: string, { back = false, atMost = 60 } = {}): Promise<void> {
    const passed: string[] = [];
    for (let i = 0; i <= atMost; i++) {
      const now = await this.focused();
      if (now.startsWith(text)) return;
      passed.push(now.slice(0, 30));
      await this.press(back ? 'Shift+Tab' : 'Tab');
    }
    throw new Error(`${text} is not reached by ${atMost} times Tab, but: ${passed.join(' · ')}`);
  }

  /** Goes to it, and takes it. */
  async take(text: string, way?: { back?: boolean; atMost?: number }): Promise<void> {
    await this.tabTo(text, way);
    await this.press('Enter');
  }

  /** Seconds that the keys take at the pace of somebody who looks for them. */
  get seconds(): number {
    return this.presses / PACE;
  }

  /** A line for the log: keys, their time, and what the program itself took meanwhile. */
  told(what: string): string {
    const own = ((Date.now() - this.#began) / 1000).toFixed(0);
    return `${what}: ${this.presses} keystrokes, ${Math.round(this.seconds)} s at ${PACE} a second; the program itself took ${own} s.`;
  }
}
