/** How many words a text has. */
export const countWords = (text: string): number => text.match(/\S*[\p{L}\p{N}]\S*/gu)?.length ?? 0;
