import { shallowRef } from 'vue';
import { describe, expect, it } from 'vitest';
import { catalogueOf, distribution, reading, release, source } from '../../../testing/catalogues.ts';
import type { FactProposal } from '../../../core/capture/proposeFacts.ts';
import { firstChoices, type IntakeChoices } from '../../../workspace/intakeChoices.ts';
import { useFactReview } from './useFactReview.ts';

const propose = (key: string, value: FactProposal['value'], spoiledBy: string[] = []): FactProposal => ({
  key,
  value,
  place: 'f',
  certainty: 'sure',
  spoiledBy,
});

function review() {
  const catalogue = shallowRef(
    catalogueOf(
      distribution('tidewater'),
      release('tidewater', '7.1'),
      source('notes', 'page', '2026-03-03'),
      reading('release:tidewater-7.1', 'themes.icons', { value: 'Tide' }, { source: 'source:notes' }),
      reading('release:tidewater-7.1', 'kernel.version', { value: '6.4.9' }, { source: 'source:notes' }),
    ),
  );
  const proposals = shallowRef<readonly FactProposal[]>([
    propose('themes.icons', 'Tide dark'),
    propose('kernel.version', '6.4.9'),
    propose('defaults.init', 'ladder'),
    propose('footprint.memory', 934, ['live image']),
  ]);
  const choices = shallowRef(firstChoices({ identification: { NAME: 'Tidewater', VERSION_ID: '7.1' } }));
  const decideAll = (change: Partial<IntakeChoices>) => (choices.value = { ...choices.value, ...change });
  return { choices, decideAll, ...useFactReview(catalogue, choices, decideAll, proposals) };
}
const decisions = ({ facts }: ReturnType<typeof review>) => facts.value.map(({ decision }) => decision);

describe('the decisions of a review', () => {
  it('begin with clean new facts taken, known ones left, and the rest waiting', () => {
    const made = review();
    expect(decisions(made)).toEqual(['open', 'leave', 'accept', 'open']);
    expect(made.open.value).toBe(2);
    expect(made.accepted.value.map(({ key }) => key)).toEqual(['defaults.init']);
  });
  it('are taken one by one or together, and taken back', () => {
    const made = review();
    made.decide(['themes.icons', 'footprint.memory'], 'accept');
    expect(made.open.value).toBe(0);
    expect(made.accepted.value).toHaveLength(3);
    made.decide(['themes.icons'], 'leave');
    expect(decisions(made)).toEqual(['leave', 'leave', 'accept', 'accept']);
  });
  it('correct a value with a note of what was read, and refuse one that does not fit', () => {
    const made = review();
    expect(made.correct('footprint.memory', 'a lot').map(({ code }) => code)).toEqual(['value.invalid']);
    expect(decisions(made)[3]).toBe('open');
    expect(made.correct('footprint.memory', '12 % of 8 GiB')).toEqual([]);
    const corrected = made.facts.value[3];
    expect(corrected).toMatchObject({
      corrected: true,
      decision: 'accept',
      proposal: { value: 983, spoiledBy: ['live image'] },
    });
    expect(corrected.proposal.note).toBe('Corrected by hand; the file was read as "934 MiB".');
  });
  it('follow the release that is named', () => {
    const made = review();
    made.decide(['defaults.init'], 'leave');
    made.decideAll({ version: '8' });
    expect(decisions(made)).toEqual(['accept', 'accept', 'leave', 'open']);
  });
});
