/** The application with the sample, opened once for all tests of a file, and going from address to address in it. */
import { afterAll, beforeAll } from 'vitest';
import { openBrowser, startServer, type Page } from './browser.ts';

export function openApplication() {
  let server: Awaited<ReturnType<typeof startServer>> | undefined;
  let browser: Awaited<ReturnType<typeof openBrowser>> | undefined;

  beforeAll(async () => {
    server = await startServer();
    browser = await openBrowser();
    await browser.page.goto(server.address);
    await browser.page.getByText(/^Saved/).waitFor();
  });
  afterAll(async () => {
    await browser?.close();
    await server?.close();
  });

  const page = (): Page => browser!.page;
  return {
    get page(): Page {
      return page();
    },
    get address(): string {
      return server!.address;
    },
    /** The folder whose images the server may read. */
    get images(): string {
      return server!.images;
    },
    /** Errors that the page raised. */
    get errors(): readonly string[] {
      return browser!.errors;
    },
    /** Opens an address, once what was edited before is saved. */
    async open(path: string): Promise<void> {
      await page()
        .getByText(/^Saved/)
        .waitFor();
      await page().goto(server!.address + path);
    },
    /** A value of the present address. */
    query: (name: string): string | null => new URL(page().url()).searchParams.get(name),
    async undo(): Promise<void> {
      await page().getByRole('button', { name: 'Undo' }).click();
    },
  };
}
