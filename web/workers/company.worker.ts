/** Holds a catalogue of its own and answers what is usual, rare and near in it, off the main thread. */
import { applyDiff, withRecords } from '../../core/catalogue/applyDiff.ts';
import { createCatalogue } from '../../core/catalogue/createCatalogue.ts';
import { findFactKey } from '../../core/catalogue/factSheet.ts';
import type { AnyRecord } from '../../core/catalogue/recordKinds.ts';
import type { CohortRule } from '../../core/catalogue/cohort.ts';
import { companyOf, type Company } from '../../core/peers/company.ts';
import { choicesOfRule, membersOf, RULE_PARTS } from '../../core/peers/cohort.ts';
import { distinctnessOf, glanceOf } from '../../core/peers/distinct.ts';
import { gridOf } from '../../core/peers/grid.ts';
import { neighboursOf } from '../../core/peers/neighbours.ts';
import { spellingsOf } from '../../core/peers/spellings.ts';
import { spreadOf } from '../../core/peers/spread.ts';
import type { CompanyAnswer, CompanyAsk, CompanyMessage, CompanyReply } from './companyMessages.ts';

let catalogue = createCatalogue();
let waiting: AnyRecord[] = [];
let company: Company | null = null;

function current(day: number): Company {
  if (waiting.length > 0) {
    catalogue = withRecords(catalogue, waiting);
    waiting = [];
    company = null;
  }
  if (company?.day !== day) company = companyOf(catalogue, day);
  return company;
}

function answer({ day, cohort, about, weights, fact, area }: CompanyAsk): CompanyAnswer {
  const all = current(day);
  const members = membersOf(all, cohort);
  const key = findFactKey(fact);
  const self = about ? all.members.get(about) : undefined;
  return {
    members: members.map(({ id, name, layer }) => ({ id, name, layer })),
    all: all.members.size,
    choices: Object.fromEntries(
      (Object.keys(RULE_PARTS) as (keyof CohortRule)[]).map((part) => [part, choicesOfRule(all, part)]),
    ) as unknown as CompanyAnswer['choices'],
    spellings: spellingsOf(all.members.values()).slice(0, 50),
    distinctness: self ? distinctnessOf(all, members, self.id) : null,
    glance: self ? [] : glanceOf(all, members),
    neighbours: self ? neighboursOf(self, all.members.values(), weights).slice(0, 40) : [],
    spread: key ? spreadOf(all, members, key, about ?? undefined) : null,
    grid: area ? gridOf(catalogue, all, members, area) : null,
  };
}

self.addEventListener('message', ({ data }: MessageEvent<CompanyMessage>) => {
  switch (data.type) {
    case 'fresh':
      catalogue = createCatalogue();
      waiting = [];
      company = null;
      break;
    case 'records':
      waiting.push(...data.records);
      break;
    case 'edit': {
      const after = applyDiff(catalogue, data.diff);
      if (after.ok) {
        catalogue = after.value;
        company = null;
      }
      break;
    }
    case 'ask': {
      let reply: CompanyReply;
      try {
        reply = { number: data.number, answer: answer(data.ask) };
      } catch (error) {
        reply = { number: data.number, reason: error instanceof Error ? error.message : String(error) };
      }
      self.postMessage(reply);
    }
  }
});
