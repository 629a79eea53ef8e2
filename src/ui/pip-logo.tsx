/** The mark: a lit pip on dark glass, with its trail leaving it. */
export function PipLogo({ size = 26 }: { size?: number }) {
  return (
    <svg width={size} height={size} viewBox="0 0 32 32" aria-hidden>
      <rect x="1" y="1" width="30" height="30" rx="7" fill="var(--glass)" stroke="var(--rule-strong)" />
      <circle cx="12" cy="12" r="5.5" fill="#ff3a24" />
      <circle cx="12" cy="12" r="8" fill="none" stroke="#ff3a24" strokeOpacity=".35" strokeWidth="2" />
      <path
        d="M12 17.5 V25 H25"
        fill="none"
        stroke="#f6efe2"
        strokeWidth="2.6"
        strokeLinecap="round"
        strokeLinejoin="round"
      />
    </svg>
  );
}
