/** a hulled grain, standing, with its crease */
export const Mark = ({ size = 24 }: { size?: number }) => (
  <svg width={size} height={size} viewBox="0 0 24 24" aria-hidden>
    <g transform="rotate(38 12 12)">
      <path d="M12 0.5C18 5 18.6 17 12 23.5C5.4 17 6 5 12 0.5Z" fill="var(--ink)" />
      <path d="M12 3.5C13.4 8 13.2 15 12 20.5" stroke="var(--paper)" strokeWidth="1.3" fill="none" />
    </g>
  </svg>
);
