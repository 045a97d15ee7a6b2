declare module 'lz4js' {
  const lz4: {
    /** Decodes a block of `source` into `target` from `targetStart` on; gives where it ended. */
    decompressBlock(
      source: Uint8Array,
      target: Uint8Array,
      sourceStart: number,
      sourceLength: number,
      targetStart: number,
    ): number;
  };
  export default lz4;
}
