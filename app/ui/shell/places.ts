/** Where those who work here can go, beside a client’s file. */
export const STAFF_PLACES = [
  { to: '/day', name: 'Day sheet' },
  { to: '/caseload', name: 'Caseload' },
  { to: '/atlas', name: 'Atlas' },
  { to: '/tools', name: 'Tool bench' },
  { to: '/lean', name: 'Lean and load' },
  { to: '/notes', name: 'Teaching notes' },
] as const;
