import { workingCopy } from '@/testing/repository';
import { SourceReader } from './source-at';

const [boats, desk] = [workingCopy(), workingCopy()];
afterAll(() => {
  boats.remove();
  desk.remove();
});
const folderOf = ({ folder }: { folder: string }) => `${folder}/.git`;
const at = (copy: typeof boats, commit: string) => {
  const { files } = new SourceReader(folderOf(copy)).at(commit);
  return new Map(files.map((one) => [one.file.name, one]));
};

test('what stays as it is from one commit to the next is not read again, whoever asks', () => {
  const first = boats.commit('Begin', { 'site.css': 'a { color: #222222; }\n', 'app.css': 'b { color: #333333; }\n' }); // prettier-ignore
  const second = boats.commit('Change', { 'app.css': 'b { color: #444444; }\n' });
  const before = at(boats, first);
  const after = at(boats, second);
  expect(after.get('site.css')).toBe(before.get('site.css'));
  expect(after.get('app.css')).not.toBe(before.get('app.css'));
  expect(after.get('app.css')!.file.text).toBe('b { color: #444444; }\n');
  // The same text under another name is another language perhaps.
  const third = boats.commit('Copy', { 'copy.scss': 'a { color: #222222; }\n' });
  expect(at(boats, third).get('copy.scss')).not.toBe(before.get('site.css'));
});

test('what is kept of one repository outlives a look at another, unless that one is large', () => {
  const of = (copy: typeof boats, text: string) => copy.commit('Next', { 'site.css': text });
  const commit = of(boats, 'a { color: #555555; }\n');
  const known = at(boats, commit).get('site.css');
  at(desk, of(desk, 'a { color: #666666; }\n'));
  expect(at(boats, commit).get('site.css')).toBe(known);
  const long = '/* so many words that a stylesheet has hardly ever been as long */\n'.repeat(10_000);
  const many = Object.fromEntries(Array.from({ length: 14 }, (_, i) => [`part-${i}.css`, `${long}a { order: ${i} }`])); // prettier-ignore
  at(desk, desk.commit('Grow', many));
  expect(at(boats, commit).get('site.css')).not.toBe(known);
});
