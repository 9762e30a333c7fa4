/** Passwords of ten characters or more that are tried first, in lower case. */
const COMMON = new Set(
  `password123 password12 password1234 password12345 passw0rd123 p@ssword123 p@ssw0rd123 mypassword changeme123 changeme1234
  letmein123 letmein1234 welcome123 welcome1234 welcome2024 welcome2025 welcome2026 administrator admin12345 admin123456
  adminadmin iloveyou123 iloveyou12 iloveyou1234 sunshine123 princess123 football123 baseball123 superman123 batman12345
  dragon12345 monkey12345 shadow12345 master12345 michael123 jessica123 charlie123 jordan12345 liverpool1 liverpool123
  chelsea123 arsenal123 manchester computer123 internet123 whatever123 trustno1234 starwars123 pokemon123 hello12345
  helloworld hello123456 test123456 testtest123 testing123 secret12345 secret123456 default123 guest12345 user123456
  login12345 abc1234567 abc12345678 abcd123456 abcd1234567 a123456789 a1234567890 aa12345678 aa123456789 1q2w3e4r5t
  1q2w3e4r5t6y 1qaz2wsx3edc q1w2e3r4t5 q1w2e3r4t5y6 zaq12wsxcde3 qwerty12345 qwerty123456 qwerty1234 qwertyuiop1
  qwerty123qwerty asdfghjkl1 asdfghjkl123 asdf123456 zxcvbnm123 zxcvbnm1234 123qweasdzxc 123456789a 1234567890a 12345678910
  123456789abc 1111122222 1212121212 123123123123 1231231231 summer2024 summer2025 summer2026 winter2024 winter2025
  winter2026 spring2025 spring2026 autumn2025 autumn2026 january2026 correcthorsebatterystaple onceuponatime
  thequickbrownfox design12345 designsystem designsystem1 seedplan123 seedplanseedplan`.split(/\s+/),
);
/** What keys and letters follow each other in. */
const ROWS = ['0123456789', 'abcdefghijklmnopqrstuvwxyz', 'qwertyuiop', 'asdfghjkl', 'zxcvbnm', '1234567890'];
const RUNS = [...ROWS, ...ROWS.map((row) => [...row].reverse().join(''))];

const SHORTEST_PASSWORD = 10;

/** Why a password will not do for the person of an address (empty: not known), as a sentence without its stop; undefined where it will. */
export function passwordProblem(password: string, address: string): string | undefined {
  const plain = password.trim().toLowerCase();
  const letters = [...plain];
  if ([...password].length < SHORTEST_PASSWORD) return `Use at least ${SHORTEST_PASSWORD} characters`;
  if (new Set(letters).size === 1) return 'This is one character over and over';
  if (COMMON.has(plain)) return 'This password is used so often that it is guessed first';
  if (RUNS.some((run) => run.repeat(3).includes(plain))) return 'These characters follow each other in a row';
  const [name = ''] = address.toLowerCase().split('@');
  const rest = name === '' ? plain : plain.replaceAll(address.toLowerCase(), '').replaceAll(name, '');
  if (rest.length < 4 && rest.length < plain.length) return 'This is made of your email address';
  if (/^(.{1,4})\1+$/u.test(plain)) return 'This repeats a few characters';
  return undefined;
}
