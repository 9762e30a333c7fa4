import { fireEvent, screen, waitFor, within } from '@testing-library/react';
import type { Edit } from '@/core/document/edits';
import { local } from '@/testing/interface/local-client';
import { openPage, storedLabels } from '@/testing/interface/open-page';
import { Proof } from '../page/proof';

const open = (name: string, side: string, role?: string) =>
  openPage(<Proof name={name} />, `components/${name}?side=${side}`, undefined, role);
const lastEdits = (): Edit[] => local.stored.at(-1)!.edits;
const choose = async (
  user: Awaited<ReturnType<typeof open>>['user'],
  field: HTMLElement,
  option: string | RegExp,
) => {
  await user.click(field);
  await user.click(await screen.findByRole('option', { name: option }));
};

describe('slots', () => {
  test('what stands in a slot is swapped; what fits no more than the slot takes is refused', async () => {
    const { user } = await open('dialog', 'props');
    const slot = await screen.findByRole('region', { name: 'Slot actions' });
    const [first] = within(slot).getAllByRole('combobox', { name: 'Slot content' });
    expect(first).toHaveValue('button');
    // The slot takes two buttons and holds both: a third is refused in words.
    await choose(user, within(slot).getByRole('combobox', { name: 'Add content' }), 'button');
    expect(await within(slot).findByText(/at most 2|takes 2|2 at most/)).toBeInTheDocument();
    expect(storedLabels()).toEqual([]);
    await user.click(within(slot).getAllByRole('button', { name: 'Remove button from actions' })[0]!);
    await waitFor(() =>
      expect(within(slot).getAllByRole('combobox', { name: 'Slot content' })).toHaveLength(1),
    );
    await choose(user, within(slot).getByRole('combobox', { name: 'Add content' }), 'button');
    await waitFor(() =>
      expect(within(slot).getAllByRole('combobox', { name: 'Slot content' })).toHaveLength(2),
    );
    await user.click(await screen.findByRole('button', { name: /^Undo: / }));
    await waitFor(() =>
      expect(within(slot).getAllByRole('combobox', { name: 'Slot content' })).toHaveLength(1),
    );
  });

  test('a prop of what stands inside is set here, or passed on from the component’s own', async () => {
    const { user } = await open('dialog', 'props');
    const slot = await screen.findByRole('region', { name: 'Slot actions' });
    const [label] = await within(slot).findAllByRole('combobox', { name: 'label of button' });
    expect(label).toHaveValue('Leave');
    await user.clear(label!);
    await user.type(label!, 'Cast off{Enter}');
    await waitFor(() => expect(storedLabels()).toHaveLength(1));
    expect(JSON.stringify(lastEdits())).toContain('Cast off');
    // Leaving the field stores nothing a second time, and undo takes the text back with it.
    await user.tab();
    expect(storedLabels()).toHaveLength(1);
    await user.click(await screen.findByRole('button', { name: /^Undo: / }));
    await waitFor(() =>
      expect(within(slot).getAllByRole('combobox', { name: 'label of button' })[0]).toHaveValue('Leave'),
    );
    const [source] = within(slot).getAllByRole('combobox', { name: 'label of button comes from' });
    await choose(user, source!, 'Passed from title');
    await waitFor(() => expect(storedLabels()).toHaveLength(3));
    await waitFor(() =>
      expect(within(slot).getAllByRole('combobox', { name: 'label of button' })).toHaveLength(1),
    );
  });

  test('how many a slot takes is typed, and stays what it was when it is left as it was', async () => {
    const { user } = await open('dialog', 'props');
    const slot = await screen.findByRole('region', { name: 'Slot actions' });
    const most = within(slot).getByRole('textbox', { name: 'Maximum' });
    expect(most).toHaveValue('2');
    await user.click(most);
    await user.tab();
    expect(storedLabels()).toEqual([]);
    await user.clear(most);
    await user.type(most, '3');
    await user.tab();
    await waitFor(() => expect(storedLabels()).toHaveLength(1));
    expect(most).toHaveValue('3');
  });
});

test('a combination is excluded with its reason, counted, and let in again', async () => {
  const { user } = await open('button', 'props');
  const sheet = await screen.findByRole('region', { name: 'Excluded combinations' });
  expect(within(sheet).getByText('tone is quiet and wide')).toBeInTheDocument();
  await user.click(within(sheet).getByRole('button', { name: 'Exclude combination' }));
  await user.type(
    await within(sheet).findByRole('combobox', { name: 'Combination' }),
    'tone is purple{Enter}',
  );
  await user.click(within(sheet).getByRole('button', { name: 'Exclude combination' }));
  expect(await within(sheet).findByText(/purple is not a value of tone/)).toBeInTheDocument();
  await user.keyboard('{Backspace}');
  const field = within(sheet).getByRole('combobox', { name: 'Combination' });
  await user.click(field);
  await user.keyboard('{Backspace}');
  await user.type(field, 'tone is danger{Enter}wide{Enter}');
  await user.type(within(sheet).getByRole('textbox', { name: 'Reason' }), 'danger stays small');
  await user.click(within(sheet).getByRole('button', { name: 'Exclude combination' }));
  await waitFor(() => expect(storedLabels()).toHaveLength(1));
  expect(await within(sheet).findByText('danger stays small')).toBeInTheDocument();
  await user.click(within(sheet).getByRole('button', { name: 'Remove exclusion tone is danger and wide' }));
  await waitFor(() => expect(within(sheet).queryByText('danger stays small')).toBeNull());
});

describe('parts', () => {
  test('content type, description and what users may override are stored one by one', async () => {
    const { user } = await open('button', 'parts');
    const sheet = await screen.findByRole('region', { name: 'Parts' });
    await choose(user, within(sheet).getByRole('combobox', { name: 'Content type of icon' }), 'Text');
    await waitFor(() => expect(storedLabels()).toHaveLength(1));
    const description = within(sheet).getByRole('textbox', { name: 'Description of label' });
    await user.clear(description);
    await user.type(description, 'What it does');
    await user.tab();
    await waitFor(() => expect(storedLabels()).toHaveLength(2));
    expect(within(sheet).getByRole('textbox', { name: 'Description of label' })).toHaveValue('What it does');
    const overridable = within(sheet).getByRole('combobox', { name: 'Overridable properties of root' });
    await user.type(overridable, 'background-color{Enter}');
    await waitFor(() => expect(storedLabels()).toHaveLength(3));
    await user.click(await screen.findByRole('button', { name: /^Undo: / }));
    await waitFor(() => expect(storedLabels()).toHaveLength(4));
  });

  test('who may only look sees the same and changes nothing', async () => {
    await open('button', 'parts', 'viewer');
    const sheet = await screen.findByRole('region', { name: 'Parts' });
    expect(within(sheet).getByRole('textbox', { name: 'Description of label' })).toHaveAttribute('readonly');
  });
});

describe('behaviour', () => {
  test('a timed change, an event and a note are added as sentences; a delay that is no time is refused', async () => {
    const { user } = await open('badge', 'behaviour');
    const sheet = await screen.findByRole('region', { name: 'Behaviour' });
    await user.click(within(sheet).getByRole('button', { name: 'Add behaviour' }));
    const add = () => within(sheet).getByRole('button', { name: 'Add behaviour' });
    await user.type(within(sheet).getByRole('textbox', { name: 'Delay' }), 'soon');
    await user.click(add());
    const delay = within(sheet).getByRole('textbox', { name: 'Delay' });
    await waitFor(() => expect(delay).toHaveAccessibleDescription(/“soon” is no time/));
    expect(storedLabels()).toEqual([]);
    await user.clear(delay);
    await user.type(delay, '5s');
    await user.click(add());
    expect(
      await within(sheet).findByText(/Once root is shown, after 5s it leaves by itself/),
    ).toBeInTheDocument();

    await user.click(add());
    await choose(user, within(sheet).getByRole('combobox', { name: 'Add' }), 'Event');
    const name = within(sheet).getByRole('textbox', { name: 'Event name' });
    await user.type(name, 'went away');
    await user.click(add());
    await waitFor(() => expect(name).toHaveAccessibleDescription(/“went away” is not a name for an event/));
    await user.clear(name);
    await user.type(name, 'dismissed');
    await user.click(add());
    expect(
      await within(sheet).findByText(/On click of root it sends the event dismissed/),
    ).toBeInTheDocument();

    await user.click(add());
    await choose(user, within(sheet).getByRole('combobox', { name: 'Add' }), 'Note for engineers');
    await user.type(within(sheet).getByRole('textbox', { name: 'Note' }), 'Announced politely');
    await user.click(add());
    expect(await within(sheet).findByText('Announced politely')).toBeInTheDocument();

    await user.click(within(sheet).getByRole('button', { name: /^Remove behaviour: On click of root/ }));
    await waitFor(() => expect(within(sheet).queryByText(/dismissed/)).toBeNull());
    expect(storedLabels()).toHaveLength(4);
  });

  test('Cancel leaves the form with nothing stored, and a transition is changed where it stands', async () => {
    const { user } = await open('toast', 'behaviour');
    const sheet = await screen.findByRole('region', { name: 'Behaviour' });
    await user.click(within(sheet).getByRole('button', { name: 'Add behaviour' }));
    await user.click(within(sheet).getByRole('button', { name: 'Cancel' }));
    expect(within(sheet).queryByRole('textbox', { name: 'Delay' })).toBeNull();
    const duration = within(sheet).getByRole('combobox', { name: 'transition-duration' });
    expect(duration).toHaveValue('{time.steady}');
    await user.clear(duration);
    await user.type(duration, '150ms{Enter}');
    await waitFor(() => expect(storedLabels()).toHaveLength(1));
    await waitFor(() => expect(duration).toHaveValue('150ms'));
    expect(fireEvent.keyDown(duration, { key: 'z', code: 'KeyZ', ctrlKey: true })).toBe(false);
    await waitFor(() => expect(duration).toHaveValue('{time.steady}'));
  });
});

test('a part is renamed in a dialog that stays open until the name can be, and removed with what is said first', async () => {
  const { user } = await open('button', 'parts');
  const sheet = await screen.findByRole('region', { name: 'Parts' });
  const doing = async (part: string, what: string) => {
    await user.click(await within(sheet).findByRole('button', { name: `Actions for ${part}` }));
    await user.click(await screen.findByRole('menuitem', { name: what }));
  };
  expect(within(sheet).queryByRole('button', { name: 'Actions for root' })).toBeNull();
  await doing('label', 'Rename');
  const name = await screen.findByRole('textbox', { name: 'Name' });
  await user.clear(name);
  await user.type(name, 'icon{Enter}');
  await waitFor(() => expect(name).toHaveAccessibleDescription(/There is a part icon already/));
  await user.clear(name);
  await user.type(name, 'words{Enter}');
  await waitFor(() => expect(storedLabels()).toEqual(['Rename the part label of button to words']));
  await doing('icon', 'Remove');
  const dialog = await screen.findByRole('dialog', { name: 'Remove icon?' });
  expect(dialog).toHaveTextContent('This also removes 1 rule.');
  await user.click(within(dialog).getByRole('button', { name: 'Remove' }));
  await waitFor(() => expect(storedLabels().at(-1)).toBe('Remove the part icon of button'));
});
