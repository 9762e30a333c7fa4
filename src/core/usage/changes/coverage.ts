import type { ChangeCheck } from './change-check';

const share = (value: number): string => `${(value * 100).toFixed(1)} %`;

export const coverage: ChangeCheck = {
  code: 'coverage',
  title: 'Coverage does not fall',
  of({ before, after }) {
    const isLess = before.parts.total > 0 && after.coverage < before.coverage;
    const said =
      before.parts.total === 0 || before.coverage === after.coverage
        ? `${share(after.coverage)} of ${after.parts.total} values by token`
        : `From ${share(before.coverage)} to ${share(after.coverage)}`;
    return { state: isLess ? 'warning' : 'passed', said, places: [] };
  },
};
