/**
 * The package that checks records and files, set for where it runs: a page may not make code from text (its content policy), and
 * trying to is reported, so there it checks without. Every schema takes it from here: it must be set before the first one is made.
 */
import { z } from 'zod';

if (!('process' in globalThis)) z.config({ jitless: true });

export { z };
