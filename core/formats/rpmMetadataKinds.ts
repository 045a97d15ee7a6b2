/** What tells the metadata of rpm repositories (rpm-md) from other files; reading them takes more (rpmMetadata.ts). */

/** True for the beginning of a repomd.xml. */
export const isRepomd = (text: string): boolean => /<repomd[\s>]/.test(text.slice(0, 2000));

/** True for the beginning of a primary.xml. */
export const isRpmPrimary = (text: string): boolean =>
  /<metadata\s[^>]*linux\.duke\.edu\/metadata\/common/.test(text.slice(0, 2000));
