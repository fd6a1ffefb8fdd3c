import { readFileSync } from 'node:fs';
import {
  isArgumentElement,
  isPluralElement,
  isSelectElement,
  parse,
} from '@formatjs/icu-messageformat-parser';
import type { MessageFormatElement } from '@formatjs/icu-messageformat-parser';
import ts from 'typescript';
import { LANGUAGES } from '../core/src/words/catalogs.ts';
import { sourceFiles } from './sources.ts';

/**
 * Holds the catalogs against the code: every language has the same sentences with the same values, every sentence is used,
 * every use names a sentence and gives exactly the values that it takes. npm run catalogs; ends with 1 when anything is wrong.
 */

const wrong: string[] = [];

/** Names of the values that a sentence takes. */
function valuesOf(elements: readonly MessageFormatElement[], into = new Set<string>()): Set<string> {
  for (const e of elements) {
    if (isArgumentElement(e)) into.add(e.value);
    if (isPluralElement(e) || isSelectElement(e)) {
      into.add(e.value);
      for (const option of Object.values(e.options)) valuesOf(option.value, into);
    }
  }
  return into;
}

const taken = new Map<string, ReadonlySet<string>>();
for (const [language, catalog] of Object.entries(LANGUAGES))
  for (const [id, text] of Object.entries(catalog)) {
    let values: ReadonlySet<string>;
    try {
      values = valuesOf(parse(text));
    } catch (error) {
      wrong.push(`${language} ${id}: ${error instanceof Error ? error.message : 'is not ICU'}`);
      continue;
    }
    const known = taken.get(id);
    if (known && [...known].sort().join() !== [...values].sort().join())
      wrong.push(`${language} ${id}: takes other values than in the other languages`);
    taken.set(id, values);
  }
for (const [language, catalog] of Object.entries(LANGUAGES))
  for (const id of taken.keys()) if (!(id in catalog)) wrong.push(`${language}: ${id} is missing`);

const used = new Set<string>();

/** Ids that a template such as `names.room.${use}` can stand for. */
function matching(node: ts.TemplateExpression): string[] {
  const parts = [node.head.text, ...node.templateSpans.map((s) => s.literal.text)];
  if (!/^[a-z][\w-]*\./.test(parts[0] ?? '')) return [];
  const pattern = new RegExp(`^${parts.map((p) => p.replaceAll(/[.*+?^${}()|[\]\\]/g, '\\$&')).join('.+')}$`);
  return [...taken.keys()].filter((id) => pattern.test(id));
}

/** Ids that an expression can be: a text, a template, or one of two. */
function idsOf(node: ts.Expression): string[] {
  if (ts.isStringLiteral(node)) return [node.text];
  if (ts.isTemplateExpression(node)) return matching(node);
  if (ts.isConditionalExpression(node)) return [...idsOf(node.whenTrue), ...idsOf(node.whenFalse)];
  return [];
}

/** What a call gives to a sentence; null where that can't be told from the call alone. */
function given(values: ts.Expression | undefined): ReadonlySet<string> | null {
  if (!values) return new Set();
  if (!ts.isObjectLiteralExpression(values)) return null;
  const names = new Set<string>();
  for (const p of values.properties) {
    if (ts.isSpreadAssignment(p)) return null;
    names.add(p.name.getText().replaceAll("'", ''));
  }
  return names;
}

for (const file of sourceFiles()) {
  const source = ts.createSourceFile(file, readFileSync(file, 'utf8'), ts.ScriptTarget.Latest, true);
  const at = (node: ts.Node) => `${file}:${source.getLineAndCharacterOfPosition(node.getStart()).line + 1}`;
  const walk = (node: ts.Node): void => {
    if (ts.isStringLiteral(node) && taken.has(node.text)) used.add(node.text);
    if (ts.isTemplateExpression(node)) matching(node).forEach((id) => used.add(id));
    if (ts.isCallExpression(node) && node.expression.getText() === 'msg') {
      const [first, values] = node.arguments;
      const ids = first ? idsOf(first) : [];
      const names = given(values);
      for (const id of ids) {
        const takes = taken.get(id);
        if (!takes) wrong.push(`${at(node)}: there is no message ${id}`);
        else if (names) {
          const missing = [...takes].filter((v) => !names.has(v));
          const extra = [...names].filter((v) => !takes.has(v));
          if (missing.length > 0) wrong.push(`${at(node)}: ${id} is not given ${missing.join(', ')}`);
          if (extra.length > 0) wrong.push(`${at(node)}: ${id} does not take ${extra.join(', ')}`);
        }
      }
    }
    node.forEachChild(walk);
  };
  walk(source);
}
for (const id of taken.keys()) if (!used.has(id)) wrong.push(`${id}: no code says it`);

for (const one of wrong) console.error(one);
console.log(
  `catalogs: ${taken.size} messages, ${Object.keys(LANGUAGES).length} language(s), ${wrong.length} wrong`,
);
process.exitCode = wrong.length > 0 ? 1 : 0;
