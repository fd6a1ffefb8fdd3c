/** What is open among weighted answers, bits: the entropy of their shares. */
export function entropy(weights: Iterable<number>): number {
  const all = [...weights];
  const sum = all.reduce((s, w) => s + w, 0);
  return sum === 0 ? 0 : all.reduce((h, w) => (w > 0 ? h - (w / sum) * Math.log2(w / sum) : h), 0);
}

/**
 * What is open on the average once it is known which outcome came, bits.
 * @param outcomes for each outcome the weights of what it leaves
 */
export function bitsLeft(outcomes: Iterable<Iterable<number>>): number {
  const each = [...outcomes].map((o) => [...o]);
  const shares = each.map((o) => o.reduce((s, w) => s + w, 0));
  const sum = shares.reduce((s, w) => s + w, 0);
  return each.reduce((left, o, i) => left + ((shares[i] ?? 0) / sum) * entropy(o), 0);
}

/**
 * Of some questions the one after which least is open on the average, the easier of two that tell the same; null where none tells anything.
 * @param now bits that are open
 * @param nothing fewer bits than these are no gain
 */
export function tellsMost<Q>(
  questions: Iterable<Q>,
  now: number,
  leftAfter: (question: Q) => number,
  effortOf: (question: Q) => number,
  nothing: number,
): { readonly question: Q; readonly left: number } | null {
  let best: { readonly question: Q; readonly left: number } | null = null;
  for (const question of questions) {
    const left = leftAfter(question);
    if (now - left < nothing) continue;
    const gain: number = best ? best.left - left : Infinity;
    if (gain > nothing || (gain > -nothing && best && effortOf(question) < effortOf(best.question)))
      best = { question, left };
  }
  return best;
}
