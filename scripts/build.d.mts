/** Builds what is out of date. */
export function build(): Promise<void>;
