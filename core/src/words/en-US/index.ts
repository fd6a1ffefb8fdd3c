import bench from './bench.json' with { type: 'json' };
import document from './document.json' with { type: 'json' };
import evaluation from './evaluation.json' with { type: 'json' };
import feed from './feed.json' with { type: 'json' };
import findings from './findings.json' with { type: 'json' };
import lighting from './lighting.json' with { type: 'json' };
import materials from './materials.json' with { type: 'json' };
import names from './names.json' with { type: 'json' };
import network from './network.json' with { type: 'json' };
import placement from './placement.json' with { type: 'json' };
import planning from './planning.json' with { type: 'json' };
import proof from './proof.json' with { type: 'json' };
import reading from './reading.json' with { type: 'json' };
import routing from './routing.json' with { type: 'json' };
import rules from './rules.json' with { type: 'json' };
import screenApp from './screen-app.json' with { type: 'json' };
import screenAsked from './screen-asked.json' with { type: 'json' };
import screenBench from './screen-bench.json' with { type: 'json' };
import screenFault from './screen-fault.json' with { type: 'json' };
import screenBuy from './screen-buy.json' with { type: 'json' };
import screenDifferent from './screen-different.json' with { type: 'json' };
import screenDo from './screen-do.json' with { type: 'json' };
import screenYear from './screen-year.json' with { type: 'json' };
import screenPhotos from './screen-photos.json' with { type: 'json' };
import screenFeed from './screen-feed.json' with { type: 'json' };
import screenHistory from './screen-history.json' with { type: 'json' };
import screenLoads from './screen-loads.json' with { type: 'json' };
import screenNaming from './screen-naming.json' with { type: 'json' };
import screenTrouble from './screen-trouble.json' with { type: 'json' };
import screenSupplies from './screen-supplies.json' with { type: 'json' };
import screenStrips from './screen-strips.json' with { type: 'json' };
import screenCalendar from './screen-calendar.json' with { type: 'json' };
import screenHouse from './screen-house.json' with { type: 'json' };
import screenKinds from './screen-kinds.json' with { type: 'json' };
import screenLocal from './screen-local.json' with { type: 'json' };
import screenHunt from './screen-hunt.json' with { type: 'json' };
import screenLook from './screen-look.json' with { type: 'json' };
import screenMarks from './screen-marks.json' with { type: 'json' };
import screenPanel from './screen-panel.json' with { type: 'json' };
import screenParts from './screen-parts.json' with { type: 'json' };
import screenPoints from './screen-points.json' with { type: 'json' };
import screenProve from './screen-prove.json' with { type: 'json' };
import screenPrint from './screen-print.json' with { type: 'json' };
import screenRead from './screen-read.json' with { type: 'json' };
import screenRooms from './screen-rooms.json' with { type: 'json' };
import screenRules from './screen-rules.json' with { type: 'json' };
import screenRun from './screen-run.json' with { type: 'json' };
import screenSite from './screen-site.json' with { type: 'json' };
import screenStart from './screen-start.json' with { type: 'json' };
import screenState from './screen-state.json' with { type: 'json' };
import screenStrip from './screen-strip.json' with { type: 'json' };
import screenSums from './screen-sums.json' with { type: 'json' };
import screenTap from './screen-tap.json' with { type: 'json' };
import screenWall from './screen-wall.json' with { type: 'json' };
import screenWant from './screen-want.json' with { type: 'json' };
import screenWire from './screen-wire.json' with { type: 'json' };
import screenPractice from './screen-practice.json' with { type: 'json' };
import screenPreferences from './screen-preferences.json' with { type: 'json' };
import screenWorkspace from './screen-workspace.json' with { type: 'json' };
import sheets from './sheets.json' with { type: 'json' };
import structure from './structure.json' with { type: 'json' };
import sums from './sums.json' with { type: 'json' };
import paper from './paper.json' with { type: 'json' };
import wiring from './wiring.json' with { type: 'json' };
import training from './training.json' with { type: 'json' };
import work from './work.json' with { type: 'json' };

/** American English. */
export const enUS = {
  ...bench,
  ...document,
  ...evaluation,
  ...feed,
  ...findings,
  ...lighting,
  ...materials,
  ...names,
  ...network,
  ...placement,
  ...planning,
  ...proof,
  ...reading,
  ...routing,
  ...rules,
  ...screenApp,
  ...screenAsked,
  ...screenBench,
  ...screenFault,
  ...screenBuy,
  ...screenDifferent,
  ...screenDo,
  ...screenPhotos,
  ...screenYear,
  ...screenFeed,
  ...screenHistory,
  ...screenLoads,
  ...screenNaming,
  ...screenTrouble,
  ...screenSupplies,
  ...screenStrips,
  ...screenCalendar,
  ...screenHouse,
  ...screenKinds,
  ...screenLocal,
  ...screenHunt,
  ...screenLook,
  ...screenMarks,
  ...screenPanel,
  ...screenParts,
  ...screenPoints,
  ...screenProve,
  ...screenPrint,
  ...screenRead,
  ...screenRooms,
  ...screenRules,
  ...screenRun,
  ...screenSite,
  ...screenStart,
  ...screenState,
  ...screenStrip,
  ...screenSums,
  ...screenTap,
  ...screenWall,
  ...screenWant,
  ...screenWire,
  ...screenPractice,
  ...screenPreferences,
  ...screenWorkspace,
  ...sheets,
  ...structure,
  ...sums,
  ...paper,
  ...wiring,
  ...training,
  ...work,
};
