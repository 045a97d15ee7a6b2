interface Locked {
  readonly packages: Readonly<
    Record<string, { readonly version?: string; readonly integrity?: string; readonly optional?: boolean }>
  >;
}

/** Installs the npm packages when they are missing or older than the lock file. */
export function ensureInstalled(): Promise<void>;

/** True if npm has put in all that a lock file names. */
export function isInstalled(lock: Locked, installed: Locked): boolean;
