import parser, { type IDxf } from 'dxf-parser';

/** The parser is the package's default export at run time, whatever its types say of its modules. */
const Parser = parser as unknown as new () => { parseSync: (source: string) => IDxf | null };

/**
 * Entities and header of a DXF.
 * @throws Error when it is none
 */
export function parseDxf(source: string): IDxf {
  const parsed = new Parser().parseSync(source);
  if (!parsed || !Array.isArray(parsed.entities)) throw new Error('it holds no drawing');
  return parsed;
}
