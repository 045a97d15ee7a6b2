/**
 * The catalogue as linked data: JSON-LD 1.1 with its context inside. Lineage and sources are told in PROV-O (a link is a qualified
 * derivation, an edition a specialisation, a reading is derived from its source), names in SKOS, dates and titles in DCMI terms,
 * values in schema.org terms. What these do not have stands in a vocabulary of our own, `term:`.
 */
import { ABOUT_ID } from '../../catalogue/about.ts';
import { recordOf, recordsOf, type Catalogue } from '../../catalogue/catalogue.ts';
import type { Assessment } from '../../catalogue/assessment.ts';
import { totalOf } from '../../assessments/standing.ts';
import { findFactKey } from '../../catalogue/factSheet.ts';
import type { Conditions } from '../../catalogue/conditions.ts';
import type { Element, FactValue } from '../../catalogue/factValue.ts';
import type { RecordId } from '../../catalogue/recordId.ts';
import { RELATIONS } from '../../catalogue/relations.ts';
import { SOURCE_KINDS } from '../../catalogue/sourceKinds.ts';

/** The terms that are our own. */
export const TERMS = 'https://aspen-ridge.invalid/terms#';

const CONTEXT = {
  '@version': 1.1,
  prov: 'http://www.w3.org/ns/prov#',
  skos: 'http://www.w3.org/2004/02/skos/core#',
  dcterms: 'http://purl.org/dc/terms/',
  schema: 'https://schema.org/',
  xsd: 'http://www.w3.org/2001/XMLSchema#',
  rdf: 'http://www.w3.org/1999/02/22-rdf-syntax-ns#',
  term: TERMS,
  value: { '@id': 'schema:value' },
  element: { '@id': 'term:element', '@container': '@list' },
  list: { '@id': 'schema:value', '@type': '@json' },
  conditions: { '@id': 'term:conditions', '@type': '@json' },
  isPartOf: { '@id': 'dcterms:isPartOf', '@type': '@id' },
  specializationOf: { '@id': 'prov:specializationOf', '@type': '@id' },
  wasDerivedFrom: { '@id': 'prov:wasDerivedFrom', '@type': '@id' },
  hadPrimarySource: { '@id': 'prov:hadPrimarySource', '@type': '@id' },
  entity: { '@id': 'prov:entity', '@type': '@id' },
  about: { '@id': 'schema:about', '@type': '@id' },
  itemReviewed: { '@id': 'schema:itemReviewed', '@type': '@id' },
  against: { '@id': 'term:against', '@type': '@id' },
  url: { '@id': 'schema:url', '@type': '@id' },
} as const;

type Node = Record<string, unknown>;

/** The catalogue as the text of a JSON-LD file; `made` is an ISO date with time. */
export function formatLinkedData(catalogue: Catalogue, made: string): string {
  const about = recordOf(catalogue, 'about', ABOUT_ID);
  const dataset: Node = {
    '@id': idOf(ABOUT_ID),
    '@type': ['schema:Dataset', 'skos:ConceptScheme'],
    'dcterms:title': about?.title ?? '',
    ...(about?.question && { 'dcterms:description': about.question }),
    ...(about?.author && { 'dcterms:creator': about.author }),
    'dcterms:issued': typedDate(made),
  };
  const graph = [dataset, ...projectNodes(catalogue), ...sourceNodes(catalogue), ...saidNodes(catalogue)];
  const lines = graph.map((node) => JSON.stringify(node));
  return `{"@context":${JSON.stringify(CONTEXT)},\n"@graph":[\n${lines.join(',\n')}\n]}\n`;
}

/** An id as a URN: stable, and of this program alone. */
export function idOf(id: RecordId): string {
  return `urn:aspen-ridge:${id.split(':').map(encodeURIComponent).join(':')}`;
}

/** A date as precise as it is: `xsd:date`, `xsd:gYearMonth`, `xsd:gYear`, `xsd:dateTime`, else EDTF (ISO 8601-2). */
function typedDate(when: string): Node {
  const type = /^\d{4}-\d\d-\d\d$/.test(when)
    ? 'xsd:date'
    : /^\d{4}-\d\d$/.test(when)
      ? 'xsd:gYearMonth'
      : /^\d{4}$/.test(when)
        ? 'xsd:gYear'
        : /^\d{4}-\d\d-\d\dT/.test(when)
          ? 'xsd:dateTime'
          : 'http://id.loc.gov/datatypes/edtf';
  return { '@type': type, '@value': when };
}

const dated = (name: string, when: string | undefined): Node => (when ? { [name]: typedDate(when) } : {});
const named = (name: string, text: string | undefined): Node => (text ? { [name]: text } : {});
const idsOf = (ids: readonly RecordId[]) => ids.map(idOf);

function projectNodes(catalogue: Catalogue): Node[] {
  const inScheme = { 'skos:inScheme': { '@id': idOf(ABOUT_ID) } };
  return [
    ...[...recordsOf(catalogue, 'distribution')].map(({ id, name, aliases, note }): Node => ({
      '@id': idOf(id),
      '@type': ['prov:Entity', 'skos:Concept', 'schema:OperatingSystem'],
      'skos:prefLabel': name,
      ...(aliases.length > 0 && { 'skos:altLabel': aliases }),
      ...named('skos:note', note),
      ...inScheme,
    })),
    ...[...recordsOf(catalogue, 'edition')].map(({ id, name, distribution, standing }): Node => ({
      '@id': idOf(id),
      '@type': ['prov:Entity', 'skos:Concept'],
      'skos:prefLabel': name,
      specializationOf: idOf(distribution),
      isPartOf: idOf(distribution),
      'term:standing': standing,
      ...inScheme,
    })),
    ...[...recordsOf(catalogue, 'release')].map(
      ({ id, version, codeName, stage, date, distribution, editions }): Node => ({
        '@id': idOf(id),
        '@type': ['prov:Entity', 'schema:SoftwareApplication'],
        'schema:softwareVersion': version,
        ...named('skos:altLabel', codeName),
        specializationOf: idsOf([distribution, ...editions]),
        isPartOf: idOf(distribution),
        'term:stage': stage,
        ...dated('dcterms:issued', date),
      }),
    ),
    ...[...recordsOf(catalogue, 'link')].flatMap((link): Node[] => [
      {
        '@id': idOf(link.derivative),
        // Who takes over parts or ideas is influenced, and not derived (PROV-O, sections 3.1 and 3.3).
        ...(RELATIONS[link.relation].kind === 'lateral'
          ? {
              'prov:wasInfluencedBy': { '@id': idOf(link.base) },
              'prov:qualifiedInfluence': { '@id': idOf(link.id) },
            }
          : { wasDerivedFrom: idOf(link.base), 'prov:qualifiedDerivation': { '@id': idOf(link.id) } }),
      },
      {
        '@id': idOf(link.id),
        '@type': RELATIONS[link.relation].kind === 'lateral' ? 'prov:Influence' : 'prov:Derivation',
        entity: idOf(link.base),
        'term:derivative': { '@id': idOf(link.derivative) },
        'term:relation': link.relation,
        'term:order': link.order,
        'term:certainty': link.certainty,
        ...dated('schema:startDate', link.since),
        ...dated('schema:endDate', link.until),
        ...(link.parts.length > 0 && { 'term:part': link.parts }),
        ...named('term:reason', link.reason),
        ...named('term:wording', link.wording),
        hadPrimarySource: idsOf(link.sources),
      },
    ]),
  ];
}

function sourceNodes(catalogue: Catalogue): Node[] {
  return [...recordsOf(catalogue, 'source')].map(
    ({ id, sourceKind, title, place, date, read, by, of, conditions }) => ({
      '@id': idOf(id),
      '@type': ['prov:Entity', 'schema:CreativeWork'],
      'dcterms:title': title,
      'dcterms:type': SOURCE_KINDS[sourceKind].label,
      ...(/^https?:\/\//.test(place) && URL.canParse(place)
        ? { url: place }
        : named('schema:location', place)),
      ...dated('dcterms:date', date),
      ...dated('term:read', read),
      ...named('dcterms:creator', by),
      ...(of && { about: idOf(of) }),
      ...conditionsOf(conditions),
    }),
  );
}

const conditionsOf = (conditions: Conditions | undefined): Node =>
  conditions && Object.keys(conditions).length > 0 ? { conditions } : {};

/** An element of a list with its place in a role and its settings, each as a property value (schema.org). */
const elementNode = ({ slot, name, settings = {} }: Element): Node => ({
  '@type': 'schema:PropertyValue',
  ...named('schema:name', slot),
  value: name,
  ...(Object.keys(settings).length > 0 && {
    'schema:additionalProperty': Object.entries(settings).map(([key, value]) => ({
      '@type': 'schema:PropertyValue',
      'schema:name': key,
      value,
    })),
  }),
});

/** Numbers, words and truths stand as themselves, lists as their elements in order, and as JSON beside that. */
function valueOf(value: FactValue | undefined): Node {
  if (value === undefined) return {};
  return typeof value === 'object' ? { element: value.map(elementNode), list: value } : { value };
}

/** The total of a judgement as its author gives it, or as the criteria make it, with the scale that it is on. */
function ratingOf(opinion: Assessment): Node {
  const total = totalOf(opinion);
  const said = opinion.total?.said;
  if (!total && !said) return {};
  return {
    'schema:reviewRating': {
      '@type': 'schema:Rating',
      ...named('schema:ratingExplanation', said),
      ...(total && {
        'schema:ratingValue': Number((total.share * 10).toFixed(2)),
        'schema:bestRating': 10,
        'schema:worstRating': 0,
      }),
    },
  };
}

function saidNodes(catalogue: Catalogue): Node[] {
  const from = (source: RecordId | undefined) =>
    source ? { wasDerivedFrom: idOf(source), hadPrimarySource: idOf(source) } : {};
  return [
    ...[...recordsOf(catalogue, 'reading')].map((reading): Node => {
      const fact = findFactKey(reading.key);
      return {
        '@id': idOf(reading.id),
        '@type': ['term:Reading', 'prov:Entity', 'schema:PropertyValue'],
        about: idOf(reading.subject),
        'schema:propertyID': reading.key,
        ...named('schema:name', fact?.label),
        ...named('schema:unitText', reading.unit ?? (fact && 'unit' in fact ? fact.unit : undefined)),
        'term:state': reading.state,
        ...valueOf(reading.value),
        ...named('term:said', reading.said),
        ...(reading.interval?.least !== undefined && { 'schema:minValue': reading.interval.least }),
        ...(reading.interval?.most !== undefined && { 'schema:maxValue': reading.interval.most }),
        ...(reading.marks.length > 0 && { 'term:mark': reading.marks }),
        ...(reading.spoiledBy.length > 0 && { 'term:spoiledBy': reading.spoiledBy }),
        ...(reading.accepted && { 'term:accepted': true }),
        'term:certainty': reading.certainty,
        ...from(reading.source),
        ...dated('dcterms:date', reading.date),
        ...named('prov:atLocation', reading.place),
        ...conditionsOf(reading.conditions),
        ...(reading.replaces && { 'prov:wasRevisionOf': { '@id': idOf(reading.replaces) } }),
        ...named('skos:note', reading.note),
      };
    }),
    ...[...recordsOf(catalogue, 'change')].map((change): Node => ({
      '@id': idOf(change.id),
      '@type': ['term:Change', 'prov:Entity'],
      about: idOf(change.subject),
      'schema:propertyID': change.key,
      ...named('term:element', change.element),
      ...named('term:does', change.does),
      ...named('term:motive', change.motive),
      ...named('term:consequence', change.consequence),
      ...(change.weight && { 'term:weight': change.weight }),
      ...(change.against && { against: idOf(change.against) }),
      hadPrimarySource: idsOf(change.sources),
    })),
    ...[...recordsOf(catalogue, 'claim')].map((claim): Node => ({
      '@id': idOf(claim.id),
      '@type': ['schema:Claim', 'prov:Entity'],
      about: idOf(claim.subject),
      'schema:text': claim.wording,
      ...named('schema:propertyID', claim.key),
      'term:verdict': claim.verdict,
      ...named('term:reason', claim.reason),
      ...named('dcterms:creator', claim.by),
      ...from(claim.source),
    })),
    ...[...recordsOf(catalogue, 'assessment')].map((opinion): Node => ({
      '@id': idOf(opinion.id),
      '@type': ['schema:Review', 'prov:Entity'],
      itemReviewed: idOf(opinion.subject),
      'schema:author': opinion.author,
      ...dated('schema:datePublished', opinion.date),
      ...named('schema:reviewBody', opinion.why),
      ...named('term:bias', opinion.bias),
      ...ratingOf(opinion),
      'schema:positiveNotes': opinion.strengths.map(({ text }) => text),
      'schema:negativeNotes': opinion.weaknesses.map(({ text }) => text),
      ...from(opinion.source),
    })),
  ];
}
