import { readdirSync, readFileSync } from 'node:fs';
import ts from 'typescript';
import { sourceFiles } from './sources.ts';

/**
 * Looks through everything a person can read in the program for words that Elwand does not use: British spellings in the US
 * text, and private names for things that have a standard one. npm run words; ends with 1 when there are any.
 */

/** What is not said, and what is said instead. */
const INSTEAD: readonly (readonly [RegExp, string])[] = [
  [/alumini?um(?<!aluminum)/i, 'aluminum'],
  [/\bcentre[ds]?\b|\bcentring\b/i, 'center'],
  [/\bcolour/i, 'color'],
  [/\bneighbour/i, 'neighbor'],
  [/\bstorey/i, 'story or floor'],
  [/\b(milli|centi)?metres?\b/i, 'meter'],
  [/\bgrey\b/i, 'gray'],
  [/\bmould/i, 'mold'],
  [/\bcatalogue\b/i, 'catalog'],
  [/\bquick sums?\b/i, 'calculators'],
  [/\bways of working\b/i, 'job preferences'],
  [/\bto settle\b/i, 'Fix'],
  [/\bI know better\b/i, 'Override'],
  [/\bwallboard\b/i, 'drywall'],
  [/\bretrofit\b/i, 'old-work'],
  [/\bballpark\b|check at the counter/i, 'estimated prices'],
  [/\bon the shelf\b/i, 'on hand'],
  [/\bswitched and seen\b/i, 'Tested: turns this circuit off'],
  [/\bgo(es)? dark\b/i, 'loses power'],
  [/\bmet a fault\b/i, 'something went wrong'],
  [/\blightest work first\b/i, 'easiest first'],
  [/\bthe rooms from above\b/i, 'floor plan'],
  [/\bone more room\b/i, 'Add room'],
  [/\bkeep in the list\b/i, 'Pin'],
  [/\bplastic cable\b/i, 'NM-B (nonmetallic-sheathed cable)'],
  [/\bcloth cable\b/i, 'the printed type of the cable'],
  [/\bcrowded further by\b/i, 'take up space'],
  [/\bway of the cable\b/i, 'cable route'],
  [/\bopens only one hot\b|\btied breaker\b/i, 'handle tie, simultaneous disconnect'],
  [/\bbegin the chain again\b/i, 'start the live-dead-live test over'],
  [/\bground-fault outlet\b/i, 'GFCI receptacle'],
  [/\barc-fault outlet\b/i, 'AFCI'],
  [/\bdoes not hang together\b/i, 'contradicts itself'],
  [/\bstraight to the screws\b/i, 'terminals'],
  [/\bshort studs?\b/i, 'cripple stud'],
  [/\broom in (the|a) box\b/i, 'box fill'],
  [/\bmay go wrong\b/i, 'risk'],
  [/\bre-marked\b/i, 're-identified'],
  [/\bsettle:/i, 'Fix:'],
  [/\d %(?!=)/, 'no space before %: 80%'],
];

const files = sourceFiles().filter((f) => !/\/testing|\/migrations\//.test(f));

/** Text that can be read: string literals with a blank in them or a capital, templates, and what stands between tags. */
function* readable(file: string): Generator<{ readonly line: number; readonly text: string }> {
  const source = ts.createSourceFile(file, readFileSync(file, 'utf8'), ts.ScriptTarget.Latest, true);
  const at = (node: ts.Node) => source.getLineAndCharacterOfPosition(node.getStart()).line + 1;
  const queue: ts.Node[] = [source];
  for (let node = queue.pop(); node; node = queue.pop()) {
    if (ts.isImportDeclaration(node) || ts.isExportDeclaration(node) || ts.isLiteralTypeNode(node)) continue;
    if (
      ts.isStringLiteral(node) ||
      ts.isNoSubstitutionTemplateLiteral(node) ||
      ts.isJsxText(node) ||
      ts.isTemplateHead(node) ||
      ts.isTemplateMiddle(node) ||
      ts.isTemplateTail(node)
    )
      yield { line: at(node), text: node.text };
    node.forEachChild((child) => void queue.push(child));
  }
}

/** Sentences of the American catalogs. */
function* catalogued(): Generator<{ readonly line: number; readonly text: string; readonly file: string }> {
  const folder = 'core/src/words/en-US';
  for (const name of readdirSync(folder).filter((f) => f.endsWith('.json'))) {
    const file = `${folder}/${name}`;
    for (const [i, line] of readFileSync(file, 'utf8').split('\n').entries())
      yield { file, line: i + 1, text: line };
  }
}

const found: string[] = [];
for (const { file, line, text } of catalogued())
  for (const [word, instead] of INSTEAD) {
    const hit = word.exec(text.replace(/^[^:]*:/, ''));
    if (hit) found.push(`${file}:${line}  "${hit[0]}" -> ${instead}: ${text.trim().slice(0, 90)}`);
  }
for (const file of files)
  for (const { line, text } of readable(file))
    for (const [word, instead] of INSTEAD) {
      const hit = word.exec(text);
      // A key or a file name is no text.
      if (hit && /[ A-Z]/.test(text.trim()))
        found.push(`${file}:${line}  "${hit[0]}" -> ${instead}: ${text.trim().slice(0, 90)}`);
    }
for (const one of found) console.error(one);
console.log(`words: ${files.length} files, ${found.length} to change`);
process.exitCode = found.length > 0 ? 1 : 0;
