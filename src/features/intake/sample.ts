/** A style sheet to try an import with: such as grows in a few years without a system. All of it is made up. */
export const SAMPLE = `/* Harbour office, timetable pages */
:root { --tide: #0b5c7a; --tide-deep: #083f54; --sand: #f4efe6; }
body { font: 400 16px/1.5 'Archivo Variable', sans-serif; color: #1c2427; background: #fdfcfa; }
h1 { font-size: 40px; font-weight: 650; line-height: 1.15; margin: 0 0 24px; }
h2 { font-size: 28px; font-weight: 650; line-height: 1.2; margin: 32px 0 12px; }
h3 { font-size: 20px; font-weight: 600; margin: 24px 0 8px; }
a { color: var(--tide); }
a:hover { color: #083f55; }
.board { background: #f4efe5; padding: 24px; border-radius: 8px; }
.board th { font-size: 13px; color: #5c6a70; padding: 8px 12px; }
.board td { font-size: 15px; padding: 8px 12px; border-bottom: 1px solid #d8dcdc; }
.board tr.late td { color: #a3351f; }
.board tr.sailed td { color: #5d6a70; }
.button { background: #0b5c7a; color: #ffffff; padding: 10px 18px; border-radius: 6px; font-size: 15px; transition: background 150ms; }
.button:hover { background: #083f54; }
.button.quiet { background: #e3edf0; color: #0a5c7a; }
.notice { background: #fff3d6; color: #5a4300; padding: 16px; border-radius: 8px; font-size: 14px; }
.notice.bad { background: #fbe4df; color: #a3361f; }
.card { background: #ffffff; padding: 24px; border-radius: 8px; box-shadow: 0 2px 6px rgb(8 63 84 / 14%); }
.card + .card { margin-top: 16px; }
.hint { font-size: 13px; color: #5c6b70; }
footer { background: #083f54; color: #fdfcfb; padding: 48px 24px; font-size: 14px; }
footer a { color: #b9dbe6; }
`;
