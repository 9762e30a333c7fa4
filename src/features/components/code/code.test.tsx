import '@/testing/interface/worker';
import { act, fireEvent, screen, waitFor, within } from '@testing-library/react';
import { EditorView } from '@codemirror/view';
import { openPage, storedLabels } from '@/testing/interface/open-page';
import { Proof } from '../page/proof';

const open = (role?: string) =>
  openPage(<Proof name="badge" />, 'components/badge?side=code', undefined, role);
/** Types into an editor as its own transactions do. */
const write = (label: string, text: string) => {
  const view = EditorView.findFromDOM(screen.getByRole('textbox', { name: label }))!;
  act(() => view.dispatch({ changes: { from: 0, to: view.state.doc.length, insert: text } }));
  return view;
};
const textOf = (label: string) =>
  EditorView.findFromDOM(screen.getByRole('textbox', { name: label }))!.state.doc.toString();

test('a template is refused where it is written, put back by Cancel, and stored by its button', async () => {
  const { user } = await open();
  await screen.findByRole('textbox', { name: 'Template' });
  const before = textOf('Template');
  write('Template', '<span part="root"><script>alert(1)</script></span>');
  expect(await screen.findByText(/may not hold/)).toBeInTheDocument();
  await user.click(screen.getByRole('button', { name: 'Save template' }));
  expect(storedLabels()).toEqual([]);
  await user.click(screen.getByRole('button', { name: 'Cancel' }));
  await waitFor(() => expect(textOf('Template')).toBe(before));
  expect(screen.getByRole('button', { name: 'Save template and style sheet' })).toBeDisabled();

  write('Template', before.replace('part="label"', 'part="label" title="Said"'));
  await waitFor(() => expect(screen.getByRole('button', { name: 'Save template' })).toBeEnabled());
  await user.click(screen.getByRole('button', { name: 'Save template' }));
  await waitFor(() => expect(storedLabels()).toHaveLength(1));
  await user.click(await screen.findByRole('button', { name: /^Undo: / }));
  await waitFor(() => expect(textOf('Template')).toBe(before));
});

test('a rule written as CSS is a rule of the component beside it, by Ctrl+Enter', async () => {
  const { user } = await open();
  await screen.findByRole('textbox', { name: 'Style sheet' });
  const view = write('Style sheet', `${textOf('Style sheet')}\n[part~="label"] { letter-spacing: 3px; }\n`);
  fireEvent.keyDown(view.contentDOM, { key: 'Enter', ctrlKey: true });
  await waitFor(() => expect(storedLabels()).toHaveLength(1));
  await user.click(screen.getByRole('tab', { name: 'Rules' }));
  expect(await screen.findByRole('button', { name: 'letter-spacing: 3px, change' })).toBeInTheDocument();
});

test('a part is renamed in template and style sheet, which neither could say alone, and both are one step', async () => {
  const { user } = await open();
  await screen.findByRole('textbox', { name: 'Template' });
  const [html, css] = [textOf('Template'), textOf('Style sheet')];
  write('Style sheet', `${css}\n[part~="words"] { letter-spacing: 3px; }\n`);
  expect(await screen.findByText(/The template has no part words/)).toBeInTheDocument();
  await user.click(screen.getByRole('button', { name: 'Save style sheet' }));
  expect(storedLabels()).toEqual([]);
  write('Template', html.replace('part="label"', 'part="words"'));
  await waitFor(() => expect(screen.queryByText(/has no part/)).toBeNull());
  await user.click(screen.getByRole('button', { name: 'Save template and style sheet' }));
  await waitFor(() => expect(storedLabels()).toEqual(['Change the template and the style sheet of badge']));
  expect(textOf('Style sheet')).toContain('[part~="words"]');
  await user.click(await screen.findByRole('button', { name: /^Undo: / }));
  await waitFor(() => expect(textOf('Template')).toBe(html));
  expect(textOf('Style sheet')).toBe(css);
});

test('what differs from the source file is told: props it has and this has not, and the other way round', async () => {
  const { user } = await open();
  await user.click(await screen.findByRole('tab', { name: 'Compare with source' }));
  expect(await screen.findByText(/^Not compared with source code yet/)).toBeInTheDocument();
  const code =
    'interface BadgeProps { status: "on-time" | "sunk"; loud?: boolean }\nexport function Badge(props: BadgeProps) { return null; }';
  fireEvent.change(document.querySelector('input[type=file]')!, {
    target: { files: [new File([code], 'badge.tsx')] },
  });
  await user.click(await screen.findByRole('button', { name: 'Compare props' }));
  await waitFor(() => expect(storedLabels()).toHaveLength(1));
  expect(await screen.findByText(/^Compared with badge\.tsx/)).toBeInTheDocument();
  const details = (await screen.findByTestId('findings')).closest('details')!;
  details.open = true;
  fireEvent(details, new Event('toggle'));
  const findings = screen.getByRole('region', { name: 'Findings' });
  const missing = /badge\.tsx has the prop loud, which is not here/;
  expect(await within(findings).findByText(missing)).toBeInTheDocument();
  // Beside the file each difference is taken from the code, or the code's line copied to make it like this.
  const table = screen.getByRole('table', { name: 'Props that differ' });
  expect(
    within(table).getByRole('cell', { name: /status can be sunk in badge\.tsx, and not here/ }),
  ).toBeInTheDocument();
  expect(within(table).getAllByRole('button', { name: 'Copy line status' }).length).toBeGreaterThan(0);
  await user.click(within(table).getByRole('button', { name: 'Add prop loud' }));
  await waitFor(() => expect(storedLabels().at(-1)).toBe('Add the prop loud of badge'));
  await waitFor(() => expect(screen.queryByText(missing)).toBeNull());
});

test('who may only look reads the code and cannot change it', async () => {
  await open('viewer');
  expect(await screen.findByRole('textbox', { name: 'Template' })).toHaveAttribute(
    'contenteditable',
    'false',
  );
  expect(screen.queryByRole('button', { name: 'Save template' })).toBeNull();
});

test('the code that is delivered is shown, with every prop it can be asked for', async () => {
  const { user } = await open();
  await user.click(await screen.findByRole('tab', { name: 'Generated code' }));
  const panel = await screen.findByRole('tabpanel', { name: 'Generated code' });
  for (const value of ['boarding', 'delayed', 'cancelled'])
    expect(await within(panel).findByText(new RegExp(value))).toBeInTheDocument();
});

test('the code of a component is there in each form that is delivered, to be copied', async () => {
  const { user } = await openPage(<Proof name="badge" />, 'components/badge?side=code');
  await user.click(await screen.findByRole('tab', { name: 'Generated code' }));
  const panel = await screen.findByRole('tabpanel', { name: 'Generated code' });
  for (const [form, text] of [
    ['React', /export function Badge\(\{ status/],
    ['Custom element', /export class BadgeElement extends LibraryElement/],
    ['HTML', /^<span class="badge-\w+" part="root"/],
  ] as const) {
    await user.click(await within(panel).findByRole('radio', { name: form }));
    await waitFor(() => expect(panel.querySelector('pre')!.textContent).toMatch(text));
  }
  const write = jest.fn(() => Promise.resolve());
  Object.defineProperty(navigator, 'clipboard', { value: { writeText: write }, configurable: true });
  await user.click(within(panel).getByRole('button', { name: 'Copy' }));
  expect(write).toHaveBeenCalledWith(panel.querySelector('pre')!.textContent);
});
