import { argb, plainNumber as n, told, type PartCode } from './code';

/** Android layout resources. A shape is a resource of its own, so it stands above the view that uses it. */
export const xml: PartCode = {
  name: 'XML',
  language: 'xml',
  write(look) {
    const { padding, font, border } = look;
    const note = (...tokens: (string | undefined)[]) => {
      const text = told('', ...tokens).trim();
      return text ? `    <!-- ${text} -->\n` : '';
    };
    const shape =
      look.background || border
        ? '<shape xmlns:android="http://schemas.android.com/apk/res/android">\n' +
          note(look.token('background-color'), look.token('border-color'), look.token('border-radius')) +
          (look.background ? `    <solid android:color="#${argb(look.background)}" />\n` : '') +
          (look.radius ? `    <corners android:radius="${n(look.radius)}dp" />\n` : '') +
          (border
            ? `    <stroke android:width="${n(border.width)}dp" android:color="#${argb(border.color)}" />\n`
            : '') +
          '</shape>\n'
        : '';
    const attributes = [
      'android:layout_width="wrap_content"',
      'android:layout_height="wrap_content"',
      ...(look.token('min-height') ? [`android:minHeight="${n(look.size[1])}dp"`] : []),
      ...(['Top', 'End', 'Bottom', 'Start'] as const).flatMap((side, i) =>
        padding[i] ? [`android:padding${side}="${n(padding[i])}dp"`] : [],
      ),
      ...(look.opacity < 1 ? [`android:alpha="${n(look.opacity)}"`] : []),
      ...(look.runs
        ? [`android:orientation="${look.runs === 'down' ? 'vertical' : 'horizontal'}"`]
        : font
          ? [
              `android:fontFamily="@font/${font.family.toLowerCase().replace(/[^a-z0-9]+/g, '_')}"`,
              `android:textSize="${n(font.size)}sp"`,
              `android:textFontWeight="${n(font.weight)}"`,
              ...(look.text ? [`android:textColor="#${argb(look.text)}"`] : []),
            ]
          : []),
    ];
    return `${shape}<${look.runs ? 'LinearLayout' : font ? 'TextView' : 'View'}\n    ${attributes.join('\n    ')} />\n`;
  },
};
