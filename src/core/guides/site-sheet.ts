/**
 * How the pages of a site look around what they show. Nothing here reaches into a specimen: rules of components stand in
 * layers, which what stands outside of any wins over, so that each selector names what is the site's own.
 */
export const SITE_SHEET = `.site { margin: 0; display: grid; grid-template-columns: 220px minmax(0, 1fr); grid-template-rows: auto 1fr; min-height: 100vh; font: 16px/1.55 system-ui, sans-serif; color: #1c2226; background: #fbfbfa; }
.site-skip { position: absolute; inset-inline-start: -999px; }
.site-skip:focus { inset-inline-start: 12px; inset-block-start: 12px; padding: 6px 10px; background: #fff; }
.site-head { grid-column: 1 / -1; display: flex; flex-wrap: wrap; gap: 8px 28px; align-items: baseline; padding: 14px 28px; border-bottom: 1px solid #d8dad8; background: #fff; }
.site-head a { color: inherit; }
.site-name { font-size: 19px; font-weight: 650; text-decoration: none; }
.site-versions { position: relative; color: #596066; }
.site-versions ul { position: absolute; z-index: 1; margin: 4px 0 0; padding: 6px 14px; list-style: none; background: #fff; border: 1px solid #d8dad8; }
.site-versions summary { cursor: pointer; }
.site-switch { display: flex; gap: 8px; align-items: baseline; font-size: 14px; }
.site-switch > span { color: #596066; }
.site-switch ul { display: flex; gap: 4px; margin: 0; padding: 0; list-style: none; }
.site-switch a { padding: 2px 8px; text-decoration: none; border: 1px solid #d8dad8; }
.site-switch a[aria-current] { color: #fff; background: #1c2226; border-color: #1c2226; }
.site-guides { padding: 24px 0 24px 28px; }
.site-guides ul { margin: 0; padding: 0; list-style: none; }
.site-guides a { display: block; padding: 5px 10px; color: inherit; text-decoration: none; border-inline-start: 2px solid #d8dad8; }
.site-guides a[aria-current] { font-weight: 600; border-inline-start-color: #1c2226; }
.site-main { max-width: 780px; padding: 24px 28px 80px 44px; }
.site-main > h1 { margin: 0 0 20px; font: 650 34px/1.2 system-ui, sans-serif; color: #1c2226; }
.site-text :is(h2, h3) { margin: 36px 0 8px; font: 600 21px/1.3 system-ui, sans-serif; color: #1c2226; }
.site-text :is(p, ul, ol) { margin: 0 0 14px; color: #1c2226; }
.site-text a { color: #24467d; }
.site-live { margin: 20px 0; }
.site-live > figure { position: relative; margin: 0 0 16px; padding: 28px 28px 60px; background: var(--color-surface-page, #fff); border: 1px solid #d8dad8; }
.site-live > figure > figcaption { position: absolute; inset-inline: 0; inset-block-end: 0; padding: 5px 12px; font: 13px system-ui, sans-serif; color: #596066; background: #fff; }
.site-live > table { width: 100%; font-size: 14px; border-collapse: collapse; }
.site-live > table > caption { padding-bottom: 6px; font-weight: 600; text-align: start; }
.site-live > table :is(th, td) { padding: 6px 10px 6px 0; text-align: start; vertical-align: top; border-bottom: 1px solid #e6e7e5; }
.site-contents { padding: 0; list-style: none; }
.site-contents a { font-size: 19px; font-weight: 600; color: #24467d; }
.site-contents p { margin: 2px 0 18px; color: #596066; }
.site :focus-visible { outline: 2px solid #24467d; outline-offset: 2px; }
@media (max-width: 720px) { .site { display: block; } .site-guides { padding: 16px 28px 0; } .site-main { padding-inline: 28px; } }
@media print { .site-guides, .site-switch, .site-skip { display: none; } .site { display: block; } }
`;
