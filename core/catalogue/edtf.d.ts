declare module 'edtf' {
  /** Parses an EDTF text; throws on a text that is none. `min` and `max` are milliseconds since 1970. */
  export default function edtf(text: string): unknown;
}
