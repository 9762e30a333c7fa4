import type { BlockForm } from '../block';
import { componentBlock, specimenHtml, type ComponentUse, type ShownComponent } from '../shown-component';

declare module '../block' {
  interface GuideBlockTypes {
    anatomy: { stored: ComponentUse; shown: ShownComponent };
  }
}

/** The anatomy is measured where it is read; without a browser at hand the specimen stands in its place. */
export const anatomy: BlockForm<'anatomy'> = {
  ...componentBlock('anatomy'),
  title: 'Anatomy of a component',
  fence: 'anatomy',
  html: specimenHtml,
};
