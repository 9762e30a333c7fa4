import { composite } from './composite';
import { cubicBezier } from './cubic-bezier';
import { duration } from './duration';

export const transition = composite({
  name: 'transition',
  members: { duration, delay: duration, timingFunction: cubicBezier },
  css: (value) =>
    `${duration.css(value.get('duration')!)} ${cubicBezier.css(value.get('timingFunction')!)} ${value.has('delay') ? duration.css(value.get('delay')!) : '0ms'}`,
});
