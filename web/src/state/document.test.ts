import { describe, expect, it } from '@jest/globals';
import { configureStore } from '@reduxjs/toolkit';
import { makeHouse, makeJob, type House } from '@elwand/core';
import {
  conflicted,
  documentReducer,
  edited,
  failing,
  goneElsewhere,
  houseSaved,
  isDirty,
  keptMine,
  opened,
  redone,
  saving,
  settled,
  tookTheirs,
  undone,
  type DocumentState,
} from './document.ts';
import { oursThere, waitAfter } from './autosave.ts';
import { houseChanged } from './edit.ts';
import { fingerprint } from './fingerprint.ts';
import { findDraft, keepDraft, leaveDraft } from './drafts.ts';
import { deviceInMemory } from './device-in-memory.ts';

const house = makeHouse('h', 'One');
const job = makeJob('j', house.id, 'Job');
const named = (name: string): House => ({ ...house, name });
const start = documentReducer(undefined, opened({ house, houseVersion: 3, job, jobVersion: 1, draft: null }));
const run = (state: DocumentState, ...actions: Parameters<typeof documentReducer>[1][]): DocumentState =>
  actions.reduce(documentReducer, state);
const nameOf = (s: DocumentState) => s.present?.house.name;

describe('what is saved and what is not', () => {
  it('is clean when opened, dirty when changed, clean again when the server has it', () => {
    expect(isDirty(start)).toBe(false);
    const next = named('Two');
    const dirty = run(start, edited({ house: next }));
    expect([isDirty(dirty), dirty.saveState]).toEqual([true, 'unsaved']);
    const done = run(
      dirty,
      houseSaved({ document: next, version: 4 }),
      settled({ at: '2026-11-25T10:00:00.000Z' }),
    );
    expect([isDirty(done), done.saveState, done.houseVersion]).toEqual([false, 'saved', 4]);
  });
  it('stays unsaved when something was typed while the save was on its way', () => {
    const first = named('Two');
    const s = run(
      start,
      edited({ house: first }),
      edited({ house: named('Three') }),
      houseSaved({ document: first, version: 4 }),
      settled({ at: '2026-11-25T10:00:00.000Z' }),
    );
    expect(s.saveState).toBe('unsaved');
  });
  it('an edit that changes nothing is none', () =>
    expect(run(start, edited({ house })).past).toHaveLength(0));
});

describe('changes made before the screen was drawn again', () => {
  const store = () => {
    const made = configureStore({ reducer: { document: documentReducer }, middleware: (all) => all() });
    made.dispatch(opened({ house, houseVersion: 3, job, jobVersion: 1, draft: null }));
    return made;
  };
  it('come one on top of the other', () => {
    const made = store();
    made.dispatch(houseChanged((h) => ({ ...h, name: 'Two' })));
    made.dispatch(houseChanged((h) => ({ ...h, yearBuilt: 1931 })));
    expect(made.getState().document.present?.house).toMatchObject({ name: 'Two', yearBuilt: 1931 });
  });
  it('a whole house replaces it, and one that changes nothing is no step back', () => {
    const made = store();
    made.dispatch(houseChanged(named('Three'), 'name'));
    made.dispatch(houseChanged((h) => h));
    expect(nameOf(made.getState().document)).toBe('Three');
    expect(made.getState().document.past).toHaveLength(1);
  });
});

describe('undo and redo', () => {
  it('goes back and forth', () => {
    const s = run(start, edited({ house: named('Two') }), edited({ house: named('Three') }));
    expect(nameOf(run(s, undone()))).toBe('Two');
    expect(nameOf(run(s, undone(), undone(), undone()))).toBe('One');
    expect(nameOf(run(s, undone(), undone(), redone()))).toBe('Two');
    expect(run(s, undone(), edited({ house: named('Four') })).future).toEqual([]);
  });
  it('typing and dragging with one key is one step back', () => {
    const s = run(
      start,
      edited({ house: named('T'), merge: 'name' }),
      edited({ house: named('Tw'), merge: 'name' }),
      edited({ house: named('Two'), merge: 'name' }),
    );
    expect(nameOf(run(s, undone()))).toBe('One');
  });
});

describe('two tabs', () => {
  const theirs = named('Theirs');
  const clash = run(
    start,
    edited({ house: named('Mine') }),
    conflicted({ kind: 'house', version: 9, document: theirs }),
  );
  it('mine is saved over theirs', () => {
    const s = run(clash, keptMine());
    expect([nameOf(s), isDirty(s), s.houseVersion, s.theirs]).toEqual(['Mine', true, 9, null]);
  });
  it('theirs is taken, and mine is one step back', () => {
    const s = run(clash, tookTheirs());
    expect([nameOf(s), isDirty(s)]).toEqual(['Theirs', false]);
    expect(nameOf(run(s, undone()))).toBe('Mine');
  });
  it('further typing does not end the question', () =>
    expect(run(clash, edited({ house: named('More') })).saveState).toBe('conflict'));
});

describe('drafts on this device', () => {
  it('keeps unsaved work with the versions it is based on, and clears it when saved', () => {
    const m = deviceInMemory();
    const dirty = run(start, edited({ house: named('Two') }));
    keepDraft(dirty, m);
    expect(findDraft('h', 'j', m)).toMatchObject({
      house: { version: 3, document: { name: 'Two' }, sent: [] },
      job: null,
    });
    keepDraft(start, m);
    expect(findDraft('h', 'j', m)).toBeNull();
  });
  it('a draft that cannot be read is not used', () => {
    const m = deviceInMemory();
    m.setItem('elwand-draft:h:', '{"house":{"version":1,');
    expect(findDraft('h', null, m)).toBeNull();
    m.setItem('elwand-draft:h:', '{"house":{"version":1,"document":{"format":"other"}},"job":null}');
    expect(findDraft('h', null, m)).toBeNull();
  });
  it('is carried on with from its own version, and the half it does not hold from the server', () => {
    const m = deviceInMemory();
    const sent = fingerprint(named('Two'));
    keepDraft(
      run(start, edited({ house: named('Two') }), saving({ house: sent }), edited({ house: named('Three') })),
      m,
    );
    const s = documentReducer(
      undefined,
      opened({ house: named('Two'), houseVersion: 4, job, jobVersion: 7, draft: findDraft('h', 'j', m) }),
    );
    expect([nameOf(s), s.houseVersion, s.jobVersion]).toEqual(['Three', 3, 7]);
    expect([isDirty(s), s.present?.job === s.savedJob, s.sent.house]).toEqual([true, true, [sent]]);
    expect(nameOf(run(s, undone()))).toBe('Two');
  });
  it('what a house page left unsaved is gone on with by the page of a job, under its own key', () => {
    const m = deviceInMemory();
    const page = documentReducer(
      undefined,
      opened({ house, houseVersion: 3, job: null, jobVersion: 0, draft: null }),
    );
    keepDraft(run(page, edited({ house: named('Two') })), m);
    const draft = findDraft('h', 'j', m);
    expect(draft).toMatchObject({ house: { version: 3, document: { name: 'Two' } }, job: null });
    const next = documentReducer(undefined, opened({ house, houseVersion: 3, job, jobVersion: 1, draft }));
    keepDraft(next, m);
    expect([...m.kept.keys()]).toEqual(['elwand-draft:h:j']);
    keepDraft(start, m);
    expect(m.kept.size).toBe(0);
  });
  it('what a job left unsaved of its house is found by the house page, and its own half stays with it', () => {
    const m = deviceInMemory();
    const both = run(start, edited({ house: named('Two'), job: { ...job, name: 'Other' } }));
    keepDraft(both, m);
    leaveDraft(both, m);
    expect(findDraft('h', null, m)).toMatchObject({ house: { document: { name: 'Two' } }, job: null });
    expect(findDraft('h', 'j', m)).toMatchObject({ job: { document: { name: 'Other' } } });
    // A job without a change of its house leaves nothing there.
    const empty = deviceInMemory();
    leaveDraft(run(start, edited({ job: { ...job, name: 'Other' } })), empty);
    expect(empty.kept.size).toBe(0);
  });
  it('storage that is full does not break the work', () => {
    const full = {
      setItem: () => {
        throw new Error('quota');
      },
      removeItem: () => undefined,
    };
    expect(keepDraft(run(start, edited({ house: named('Two') })), full)).toBe(false);
    expect(keepDraft(start, full)).toBe(true);
  });
  it('storage that is blocked is not claimed to hold anything', () => {
    expect(keepDraft(run(start, edited({ house: named('Two') })), null)).toBe(false);
    expect(keepDraft(start, null)).toBe(true);
    expect(findDraft('h', 'j', null)).toBeNull();
  });
});

describe('a conflict with oneself', () => {
  const wire = (h: House): House => JSON.parse(JSON.stringify(h)) as House;
  it('is none: whatever was sent and has arrived counts as saved', () => {
    const [first, second, present] = [named('One more'), named('Two'), named('Three')];
    // Two answers got lost, with typing between them; the server has the first.
    const sent = [fingerprint(first), fingerprint(second)];
    expect(oursThere(wire(first), present, sent)).toEqual(first);
    expect(oursThere(wire(second), present, sent)).toEqual(second);
    expect(oursThere(wire(present), present, sent)).toBe(present);
  });
  it('is told from a document of somebody else', () =>
    expect(oursThere(named('Theirs'), named('Three'), [fingerprint(named('Two'))])).toBeNull());
  it('does not depend on the order of the fields', () => {
    const turned = Object.fromEntries(Object.entries(named('Two')).reverse());
    expect(fingerprint(turned)).toBe(fingerprint(named('Two')));
  });
});

describe('a server that can not save', () => {
  it('is asked less and less often, and never given up', () => {
    expect([1, 2, 3, 4, 5, 50].map((n) => waitAfter('failing', n))).toEqual([
      4000, 8000, 16_000, 32_000, 60_000, 60_000,
    ]);
    expect(waitAfter('away', 0)).toBe(4000);
  });
  it('says why, and typing goes on', () => {
    const s = run(start, edited({ house: named('Two') }), failing('Disk full'));
    expect([s.saveState, s.saveProblem, isDirty(s)]).toEqual(['failing', 'Disk full', true]);
    expect(run(s, edited({ house: named('Three') })).saveState).toBe('unsaved');
  });
  it('a document that was deleted elsewhere stays a question, whatever is typed', () => {
    const s = run(start, edited({ house: named('Two') }), goneElsewhere('house'));
    expect(run(s, edited({ house: named('Three') })).saveState).toBe('gone');
  });
});
