import { msg } from '@elwand/core';
import { Link, NavLink } from 'react-router';
import { useSay } from '../app/say.ts';

/** Top of the pages that belong to no house. */
export function ToolsBar() {
  const say = useSay();
  return (
    <header className="topbar">
      <Link className="brand" to="/">
        {say(msg('screen.rules.elwand'))}
      </Link>
      <nav className="row grow tools-links" aria-label={say(msg('screen.rules.without-a-house'))}>
        <NavLink to="/sums">{say(msg('screen.rules.calculators'))}</NavLink>
        <NavLink to="/practice">{say(msg('screen.rules.practice'))}</NavLink>
        <NavLink to="/rules">{say(msg('screen.rules.rules'))}</NavLink>
      </nav>
    </header>
  );
}
