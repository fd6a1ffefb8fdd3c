import document from './document.json' with { type: 'json' };
import evaluation from './evaluation.json' with { type: 'json' };
import feed from './feed.json' with { type: 'json' };
import findings from './findings.json' with { type: 'json' };
import materials from './materials.json' with { type: 'json' };
import names from './names.json' with { type: 'json' };
import network from './network.json' with { type: 'json' };
import placement from './placement.json' with { type: 'json' };
import planning from './planning.json' with { type: 'json' };
import proof from './proof.json' with { type: 'json' };
import routing from './routing.json' with { type: 'json' };
import rules from './rules.json' with { type: 'json' };
import sheets from './sheets.json' with { type: 'json' };
import structure from './structure.json' with { type: 'json' };
import sums from './sums.json' with { type: 'json' };
import wiring from './wiring.json' with { type: 'json' };
import work from './work.json' with { type: 'json' };

/** American English. */
export const enUS = {
  ...document,
  ...evaluation,
  ...feed,
  ...findings,
  ...materials,
  ...names,
  ...network,
  ...placement,
  ...planning,
  ...proof,
  ...routing,
  ...rules,
  ...sheets,
  ...structure,
  ...sums,
  ...wiring,
  ...work,
};
