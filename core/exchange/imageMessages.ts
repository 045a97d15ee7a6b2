/** What the interface and the server say to each other about images that lie on the server's side. */
import { z } from '../schemaChecks.ts';

/** Which image is to be read: its path as the server listed it. */
export const imageRequestSchema = z.strictObject({ path: z.string().min(1).max(4096) });

/** An image below a folder that the server may read. */
export interface ServerImage {
  readonly path: string;
  /** Bytes. */
  readonly size: number;
  /** The day on which the file was changed, `YYYY-MM-DD`. */
  readonly changed: string;
}

/** What the server may read. */
export interface ServerImages {
  /** The folders that were allowed; none without a configuration. */
  readonly folders: readonly string[];
  readonly images: readonly ServerImage[];
  /** True where there are more than are listed. */
  readonly hasMore: boolean;
}
