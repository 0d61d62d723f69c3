/** A line over saw teeth. */
export const Logo = () => (
  <svg width="44" height="26" viewBox="0 0 44 26" aria-hidden>
    <path d="M3 4h38" stroke="var(--line)" strokeWidth="3.4" strokeLinecap="round" />
    <path d="M3 23l6-11 6 11 6-11 6 11 6-11 6 11z" fill="none" stroke="var(--ink)" strokeWidth="2.4" strokeLinejoin="round" />
  </svg>
);
