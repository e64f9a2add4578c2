/** The steps of work, as addresses have them. */
export const steps = ['arrange', 'name', 'check', 'hand-off', 'history'] as const;
/** One of them. */
export type StepName = (typeof steps)[number];
/** The order people work in; history is reached from the crumbs. */
export const walked: readonly { readonly step: StepName; readonly title: string }[] = [
  { step: 'arrange', title: 'Arrange' },
  { step: 'name', title: 'Name' },
  { step: 'check', title: 'Check' },
  { step: 'hand-off', title: 'Hand off' },
];
/** What the steps are called. */
export const stepTitles: Readonly<Record<StepName, string>> = {
  arrange: 'Arrange',
  name: 'Name',
  check: 'Check',
  'hand-off': 'Hand off',
  history: 'History',
};
