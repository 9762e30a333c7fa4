import type { BlockForm } from '../block';
import {
  componentBlock,
  propsHtml,
  specimenHtml,
  type ComponentUse,
  type ShownComponent,
} from '../shown-component';

declare module '../block' {
  interface GuideBlockTypes {
    component: { stored: ComponentUse; shown: ShownComponent };
  }
}

export const component: BlockForm<'component'> = {
  ...componentBlock('component'),
  title: 'Component with its props',
  fence: 'component',
  html: (shown) => specimenHtml(shown) + propsHtml(shown),
};
