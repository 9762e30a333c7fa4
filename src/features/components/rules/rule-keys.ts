import type { KeyboardEvent } from 'react';

/** Keys that go through the rules: along the values of one, and from rule to rule. */
const STEPS: Readonly<Record<string, { by: 1 | -1; among: 'values' | 'rules' }>> = {
  ArrowRight: { by: 1, among: 'values' },
  ArrowLeft: { by: -1, among: 'values' },
  ArrowDown: { by: 1, among: 'rules' },
  ArrowUp: { by: -1, among: 'rules' },
};

/** Moves the focus among the buttons of rules, so that many values are a few keys away. */
export function moveAmongRules(event: KeyboardEvent<HTMLElement>): void {
  const step = STEPS[event.key];
  const button = event.target as HTMLElement;
  const rule = button.closest<HTMLElement>('[data-rule]');
  if (!step || !rule || button.tagName !== 'BUTTON' || button.getAttribute('aria-expanded') === 'true')
    return;
  const buttonsOf = (of: Element | undefined) => [...(of?.querySelectorAll<HTMLElement>('button') ?? [])];
  const rules = [...event.currentTarget.querySelectorAll('[data-rule]')];
  const next =
    step.among === 'rules'
      ? buttonsOf(rules[rules.indexOf(rule) + step.by])[0]
      : buttonsOf(rule)[buttonsOf(rule).indexOf(button) + step.by];
  if (!next) return;
  event.preventDefault();
  next.focus();
}
