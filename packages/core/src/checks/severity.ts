/** How bad a finding is, the worst first. A blocker keeps a scene from being handed off. */
export const severities = ['blocker', 'warning', 'note'] as const;
/** One of them. */
export type Severity = (typeof severities)[number];
