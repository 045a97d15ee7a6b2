/** What browsers report of our content policy (Content Security Policy Level 3, section 5): a page that asked for what is forbidden. */
import express from 'express';
import { z } from 'zod';

/** The address that the policy names. */
export const POLICY_REPORTS = '/api/policy';
/** More than this many say nothing new. */
const MOST = 50;

const text = z.string().max(4000).catch('');
const reportSchema = z.object({
  'csp-report': z.object({ 'violated-directive': text, 'blocked-uri': text, 'document-uri': text }),
});

/** Takes reports; each is told as one line of plain text. Anything else is refused. */
export function policyReports(tell: (line: string) => void): express.Router {
  const router = express.Router();
  let told = 0;
  router.post('/', express.json({ type: () => true, limit: '16kb' }), (request, response) => {
    const report = reportSchema.safeParse(request.body);
    if (!report.success) return void response.status(400).end();
    const {
      'violated-directive': rule,
      'blocked-uri': asked,
      'document-uri': page,
    } = report.data['csp-report'];
    if (told++ < MOST)
      tell(`A page asked for what the policy forbids: ${[rule, asked, page].map(plain).join(', ')}`);
    response.status(204).end();
  });
  return router;
}

/** Nothing that a terminal would act on, and not much of it. */
const plain = (said: string) => said.replace(/[^\x20-\x7e]/g, '?').slice(0, 200) || 'not said';
