/**
 * gzip (RFC 1952), by a well-known port of zlib, which checks the sum and the length of each member. A file may have
 * several members end to end (2.2), and zeros behind them, as tapes leave them.
 */
import { ZStream, zlibInflate, zlibInflateInit2, zlibInflateReset } from 'pako';
import { damaged, endsWithin, type Decoder } from './decoder.ts';

const OUTPUT = 1 << 17;
/** A window of 32 KiB, in the wrapping of gzip (zlib.h, inflateInit2). */
const GZIP_WINDOW = 15 + 16;
const STREAM_END = 1;
const BUFFER_ERROR = -5;

/** Decodes gzip. */
export const decodeGzip: Decoder = async function* (pieces) {
  const stream = new ZStream();
  zlibInflateInit2(stream, GZIP_WINDOW);
  const output = new Uint8Array(OUTPUT);
  let members = 0;
  let inMember = true;
  let behind = 0;
  for await (const piece of pieces) {
    if (behind > 0) {
      behind += piece.length;
      continue;
    }
    stream.input = piece;
    stream.next_in = 0;
    stream.avail_in = piece.length;
    let mayHaveMore = false;
    while (stream.avail_in > 0 || mayHaveMore) {
      if (!inMember) {
        while (stream.avail_in > 0 && piece[stream.next_in] === 0) {
          stream.next_in++;
          stream.avail_in--;
        }
        if (stream.avail_in === 0) break;
        zlibInflateReset(stream);
        inMember = true;
      }
      stream.output = output;
      stream.next_out = 0;
      stream.avail_out = OUTPUT;
      const left = stream.avail_in;
      const status = zlibInflate(stream, 0);
      if (stream.next_out > 0) yield output.subarray(0, stream.next_out);
      mayHaveMore = stream.avail_out === 0;
      if (status === STREAM_END) {
        members++;
        inMember = false;
        mayHaveMore = false;
      } else if (status < 0 && status !== BUFFER_ERROR) {
        if (members === 0 || stream.msg !== 'incorrect header check') throw damaged(stream.msg);
        // What follows the last member is no member.
        behind = left;
        break;
      }
    }
  }
  if (inMember && behind === 0) throw endsWithin('a member');
  return behind;
};
