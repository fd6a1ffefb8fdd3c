import ts from 'typescript';

/** One change of one place in a source file. */
export interface Mutant {
  readonly file: string;
  readonly start: number;
  readonly end: number;
  readonly line: number;
  readonly was: string;
  readonly becomes: string;
}

/** What may become of a place. */
type Site = (node: ts.Node, text: (n: ts.Node) => string) => readonly string[];

/** Operators that a slip of the hand or the mind turns into each other: the boundary moved, and the answer turned over. */
const SWAPPED: Partial<Record<ts.SyntaxKind, readonly string[]>> = {
  [ts.SyntaxKind.LessThanToken]: ['<=', '>='],
  [ts.SyntaxKind.LessThanEqualsToken]: ['<', '>'],
  [ts.SyntaxKind.GreaterThanToken]: ['>=', '<='],
  [ts.SyntaxKind.GreaterThanEqualsToken]: ['>', '<'],
  [ts.SyntaxKind.EqualsEqualsEqualsToken]: ['!=='],
  [ts.SyntaxKind.ExclamationEqualsEqualsToken]: ['==='],
  [ts.SyntaxKind.AmpersandAmpersandToken]: ['||'],
  [ts.SyntaxKind.BarBarToken]: ['&&'],
  [ts.SyntaxKind.PlusToken]: ['-'],
  [ts.SyntaxKind.MinusToken]: ['+'],
  [ts.SyntaxKind.AsteriskToken]: ['/'],
  [ts.SyntaxKind.SlashToken]: ['*'],
};
const METHODS: Readonly<Record<string, string>> = {
  some: 'every',
  every: 'some',
  min: 'max',
  max: 'min',
  floor: 'ceil',
  ceil: 'floor',
};

const isText = (n: ts.Node): boolean =>
  ts.isStringLiteral(n) || ts.isTemplateExpression(n) || ts.isNoSubstitutionTemplateLiteral(n);

const isCondition = (n: ts.Node): boolean =>
  (ts.isIfStatement(n.parent) && n.parent.expression === n) ||
  (ts.isConditionalExpression(n.parent) && n.parent.condition === n);

const SITES: readonly Site[] = [
  (n, text) => {
    if (!ts.isBinaryExpression(n)) return [];
    if (n.operatorToken.kind === ts.SyntaxKind.QuestionQuestionToken) return [text(n.right)];
    if (isText(n.left) || isText(n.right)) return [];
    return (SWAPPED[n.operatorToken.kind] ?? []).map((o) => `${text(n.left)} ${o} ${text(n.right)}`);
  },
  (n) => (isCondition(n) ? ['true', 'false'] : []),
  (n) => (ts.isArrowFunction(n.parent) && n.parent.body === n && !ts.isBlock(n) ? ['undefined'] : []),
  (n, text) =>
    ts.isPrefixUnaryExpression(n) && n.operator === ts.SyntaxKind.ExclamationToken ? [text(n.operand)] : [],
  (n) => (n.kind === ts.SyntaxKind.TrueKeyword ? ['false'] : []),
  (n) => (n.kind === ts.SyntaxKind.FalseKeyword ? ['true'] : []),
  (n) => {
    if (!ts.isNumericLiteral(n)) return [];
    const value = Number(n.text);
    // A tolerance that is a tenth larger is no other program.
    if (value > 0 && value < 1e-4) return [];
    return [String(Number.isInteger(value) ? value + 1 : value * 1.1)];
  },
  (n, text) => {
    if (!ts.isCallExpression(n) || !ts.isPropertyAccessExpression(n.expression)) return [];
    const { expression: on, name } = n.expression;
    if (name.text === 'filter') return [text(on)];
    const other = METHODS[name.text];
    return other === undefined ? [] : [`${text(on)}.${other}(${n.arguments.map(text).join(', ')})`];
  },
  (n) =>
    ts.isArrayLiteralExpression(n) && n.elements.length > 0 && !ts.isBinaryExpression(n.parent) ? ['[]'] : [],
];

/** Where a change would not be one of what is computed: types, names, imports, sources and sentences. */
const isOutside = (n: ts.Node): boolean =>
  ts.isTypeNode(n) ||
  ts.isImportDeclaration(n) ||
  ts.isExportDeclaration(n) ||
  ts.isInterfaceDeclaration(n) ||
  ts.isTypeAliasDeclaration(n) ||
  (ts.isCallExpression(n) && /^(?:published|practice|computed)$/.test(n.expression.getText()));

const isName = (n: ts.Node): boolean =>
  (ts.isPropertyAssignment(n.parent) && n.parent.name === n) ||
  ts.isEnumMember(n.parent) ||
  ts.isLiteralTypeNode(n.parent);

/** Every change of one operator, number, condition, list or function of a file that makes another program of it. */
export function mutantsOf(file: string, source: string): Mutant[] {
  const tree = ts.createSourceFile(file, source, ts.ScriptTarget.Latest, true);
  const text = (n: ts.Node): string => n.getText(tree);
  const found: Mutant[] = [];
  const visit = (n: ts.Node): void => {
    if (isOutside(n)) return;
    if (!isName(n))
      for (const becomes of new Set(SITES.flatMap((site) => site(n, text)).filter((b) => b !== text(n))))
        found.push({
          file,
          start: n.getStart(tree),
          end: n.getEnd(),
          line: tree.getLineAndCharacterOfPosition(n.getStart(tree)).line + 1,
          was: text(n),
          becomes,
        });
    n.forEachChild(visit);
  };
  tree.forEachChild(visit);
  return found;
}

/** The file with every mutant in it, asleep: `__mutant(k)` says whether the k-th one is awake. They must not overlap. */
export function withMutants(source: string, mutants: readonly (Mutant & { readonly id: number })[]): string {
  return [...mutants]
    .sort((a, b) => b.start - a.start)
    .reduce(
      (code, m) =>
        `${code.slice(0, m.start)}(globalThis.__mutant(${m.id}) ? (${m.becomes}) : (${m.was}))${code.slice(m.end)}`,
      source,
    );
}
