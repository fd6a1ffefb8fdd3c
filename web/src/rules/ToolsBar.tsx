import { Link, NavLink } from 'react-router';

/** Top of the pages that belong to no house. */
export function ToolsBar() {
  return (
    <header className="topbar">
      <Link className="brand" to="/">
        Elwand
      </Link>
      <nav className="row grow tools-links" aria-label="Without a house">
        <NavLink to="/sums">Calculators</NavLink>
        <NavLink to="/rules">Rules</NavLink>
      </nav>
    </header>
  );
}
