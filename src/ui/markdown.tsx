import Markdown from 'react-markdown';
import remarkGfm from 'remark-gfm';

/**
 * Markdown as people write it here: GitHub's tables and lists, no markup of one's own. Pictures from elsewhere are not
 * fetched: what is in a text tells nobody that it was read.
 */
export function Prose({ children }: { children: string }) {
  return (
    <Markdown
      remarkPlugins={[remarkGfm]}
      components={{
        img: ({ alt, src }) => <span>[picture: {alt || String(src ?? '').slice(0, 80)}]</span>,
        a: ({ href, children: text }) => (
          <a href={href} rel="noreferrer" target={href?.startsWith('/') ? undefined : '_blank'}>
            {text}
          </a>
        ),
      }}
    >
      {children}
    </Markdown>
  );
}
