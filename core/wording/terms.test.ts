/** No retired word stands in anything that a person reads: templates, sentences, messages, help of the command, documents. */
import { readdirSync, readFileSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import { parse } from 'vue/compiler-sfc';
import { describe, expect, it } from 'vitest';
import { RETIRED_TERMS } from './terms.ts';

const ROOT = fileURLToPath(new URL('../../', import.meta.url));

function filesBelow(folder: string, ending: RegExp): string[] {
  return readdirSync(`${ROOT}${folder}`, { recursive: true, encoding: 'utf8' })
    .filter((path) => ending.test(path) && !/\.test\.ts$|(^|\/)terms\.ts$/.test(path))
    .map((path) => `${folder}/${path}`);
}

/** What a node of a template has; its other members do not matter here. */
interface TemplateNode {
  readonly content?: string | { readonly content?: string };
  readonly props?: readonly { readonly name?: string; readonly value?: { readonly content: string } }[];
  readonly children?: readonly TemplateNode[];
  readonly branches?: readonly TemplateNode[];
}

const SHOWN_ATTRIBUTES = /^(title|label|placeholder|aria-label|alt|hint|subtitle|text|heading)$/;

function textsOfTemplate(node: TemplateNode): string[] {
  return [
    ...(typeof node.content === 'string' ? [node.content] : []),
    ...(node.props ?? []).flatMap(({ name = '', value }) =>
      value && SHOWN_ATTRIBUTES.test(name) ? [value.content] : [],
    ),
    ...[...(node.children ?? []), ...(node.branches ?? [])].flatMap(textsOfTemplate),
  ];
}

/** Quoted texts of a program that may be shown: with a space, or a capital at their beginning. */
function quotedTexts(program: string): string[] {
  return [...program.replace(/\/\*[^]*?\*\/|(^|\s)\/\/.*/g, '').matchAll(/'([^'\n]*)'|`([^`]*)`/g)]
    .map(([, plain, template]) => plain ?? template.replace(/\$\{[^}]*\}/g, '…'))
    .filter((text) => /\s|^[A-Z]/.test(text) && !/^[./#]|\.(ts|vue)$/.test(text));
}

function found(texts: readonly string[]): string[] {
  return texts.flatMap((text) =>
    RETIRED_TERMS.filter(({ retired }) => retired.test(text.trim())).map(
      ({ say }) => `“${text.replace(/\s+/g, ' ').trim()}”: say ${say}`,
    ),
  );
}

describe('a retired word', () => {
  it('is found where one stands', () => {
    expect(found(['Side by side', 'Nobody has looked at it', 'a company of nine'])).toHaveLength(2);
    expect(quotedTexts("const x = 'Hand over the report'; // 'taken over'")).toEqual([
      'Hand over the report',
    ]);
  });
  it.each(filesBelow('web', /\.vue$/))('stands in no template or text of %s', (path) => {
    const { descriptor } = parse(readFileSync(`${ROOT}${path}`, 'utf8'));
    const template = descriptor.template?.ast ? textsOfTemplate(descriptor.template.ast as TemplateNode) : [];
    expect(found([...template, ...quotedTexts(descriptor.scriptSetup?.content ?? '')])).toEqual([]);
  });
  it.each([
    ...filesBelow('core/wording', /\.ts$/),
    ...filesBelow('core/telling', /\.ts$/),
    ...filesBelow('core/exchange', /\.ts$/),
    ...filesBelow('core/drawing', /\.ts$/),
    ...filesBelow('cli', /\.ts$/),
  ])('stands in no text of %s', (path) => {
    expect(found(quotedTexts(readFileSync(`${ROOT}${path}`, 'utf8')))).toEqual([]);
  });
});
