/** Images below folders that the server may read: listed, and read there until done or cancelled. */
import { ref, shallowRef } from 'vue';
import type { ServerImage, ServerImages } from '../../../core/exchange/imageMessages.ts';
import { createIssue, type Issue } from '../../../core/issue.ts';

/** The name of what the server read of an image, as a file. */
const captureName = ({ path }: ServerImage) => `${path.slice(path.lastIndexOf('/') + 1)}.tar.gz`;

const unreachable = (reason: string) => createIssue('error', 'serverImage.unreachable', 'server', { reason });

/** Asking the server for images. */
export function useServerImages() {
  /** Null until the server answered. */
  const known = shallowRef<ServerImages | null>(null);
  const reading = ref('');
  const issues = shallowRef<readonly Issue[]>([]);
  let stop: AbortController | null = null;

  /** Asks what may be read; a server that cannot be reached may read nothing. */
  async function loadImages(): Promise<void> {
    try {
      const response = await fetch('/api/images');
      known.value = response.ok ? ((await response.json()) as ServerImages) : null;
    } catch {
      known.value = null;
    }
  }

  /** The captures of the systems in an image, as a file; null where there are none, with the issues that say why. */
  async function readOnServer(image: ServerImage): Promise<File | null> {
    stop = new AbortController();
    reading.value = image.path;
    issues.value = [];
    try {
      const response = await fetch('/api/images', {
        method: 'POST',
        headers: { 'content-type': 'application/json' },
        body: JSON.stringify({ path: image.path }),
        signal: stop.signal,
      });
      if (response.ok) return new File([await response.blob()], captureName(image));
      issues.value = ((await response.json()) as { issues: Issue[] }).issues;
    } catch (error) {
      if (!stop.signal.aborted)
        issues.value = [unreachable(error instanceof Error ? error.message : String(error))];
    } finally {
      reading.value = '';
    }
    return null;
  }

  return { known, reading, issues, loadImages, readOnServer, cancel: () => stop?.abort() };
}
