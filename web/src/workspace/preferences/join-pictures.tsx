/** How conductors are joined, drawn as one sees it in the box: cable in from the left, on to the right, the device below. */

const DEVICE = <rect x="42" y="34" width="20" height="18" rx="2" fill="none" stroke="currentColor" />;

const Picture = ({ children }: { readonly children: React.ReactNode }) => (
  <svg width="104" height="56" viewBox="0 0 104 56" fill="none" strokeWidth="2" aria-hidden="true">
    {children}
  </svg>
);

/** One short wire from the splice to the device. */
export const PigtailPicture = () => (
  <Picture>
    <path d="M4 16H52M52 16H100M52 16V34" stroke="currentColor" />
    <path d="M46 10h12l-3 12h-6z" fill="var(--sheet)" stroke="currentColor" />
    {DEVICE}
  </Picture>
);

/** In at one screw of the device, out at the other. */
export const ThroughPicture = () => (
  <Picture>
    <path d="M4 16H28V43H42M62 43H76V16H100" stroke="currentColor" />
    {DEVICE}
    <circle cx="42" cy="43" r="2.5" fill="var(--sheet)" stroke="currentColor" />
    <circle cx="62" cy="43" r="2.5" fill="var(--sheet)" stroke="currentColor" />
  </Picture>
);

/** Conductors twisted together under a cap. */
export const TwistPicture = () => (
  <Picture>
    <path d="M4 24H40M4 32H40M4 40H40" stroke="currentColor" />
    <path d="M40 20h6l26 6v12l-26 6h-6z" fill="var(--sheet)" stroke="currentColor" />
    <path d="M50 24v16M58 26v12M66 28v8" stroke="currentColor" strokeWidth="1" />
  </Picture>
);

/** Each conductor in its own port, under its own lever. */
export const LeverPicture = () => (
  <Picture>
    <path d="M4 22H44M4 32H44M4 42H44" stroke="currentColor" />
    <rect x="44" y="16" width="34" height="32" rx="2" fill="var(--sheet)" stroke="currentColor" />
    <path d="M52 22h22M52 32h22M52 42h22" stroke="currentColor" strokeWidth="4" />
  </Picture>
);
