'use client';

import { Menu } from '@mantine/core';
import { IconChevronDown } from '@tabler/icons-react';
import { PageLink } from '@/ui/page-link';
import { usePathname } from 'next/navigation';
import { useLayoutEffect, useRef, useState } from 'react';
import classes from './frame.module.css';

export interface FrameStage {
  label: string;
  href: string;
  isAt: (pathname: string) => boolean;
}

/** Room that the menu of the stages that do not fit takes, in px. */
const MENU = 84;

/** The stages in a line; those that do not fit stand in a menu at its end, the present one always in the line. */
export function StageNav({
  stages,
  link,
}: {
  stages: readonly FrameStage[];
  link: (href: string) => string;
}) {
  const pathname = usePathname();
  const line = useRef<HTMLElement>(null);
  const widths = useRef<number[]>([]);
  const [fitting, setFitting] = useState(stages.length);
  const names = stages.map(({ label }) => label).join();
  useLayoutEffect(() => {
    const element = line.current!;
    widths.current = [];
    const measure = () => {
      const links = [...element.querySelectorAll<HTMLElement>('[data-stage]')];
      if (widths.current.length === 0 && links.length === stages.length)
        widths.current = links.map((one) => one.offsetWidth + 2);
      let room = element.clientWidth;
      const all = widths.current.reduce((sum, width) => sum + width, 0);
      if (all > room) room -= MENU;
      let count = 0;
      for (let used = 0; count < widths.current.length; count++) {
        used += widths.current[count]!;
        if (used > room) break;
      }
      setFitting(widths.current.length === 0 ? stages.length : Math.max(1, count));
    };
    measure();
    const observer = new ResizeObserver(measure);
    observer.observe(element);
    return () => observer.disconnect();
    // Widths depend on the names alone.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [names]);
  const current = stages.findIndex(({ isAt }) => isAt(pathname));
  const inLine = stages.filter((_, i) => i < fitting - (current >= fitting ? 1 : 0) || i === current);
  const rest = stages.filter((stage) => !inLine.includes(stage));
  return (
    <nav className={classes.nav} aria-label="Stages" ref={line}>
      {inLine.map((stage) => (
        <PageLink
          key={stage.href}
          href={link(stage.href)}
          className={classes.stage}
          data-stage=""
          aria-current={stage === stages[current] ? 'page' : undefined}
        >
          {stage.label}
        </PageLink>
      ))}
      {rest.length > 0 && (
        <Menu position="bottom-end">
          <Menu.Target>
            <button className={classes.more} type="button">
              More <IconChevronDown size={13} aria-hidden />
            </button>
          </Menu.Target>
          <Menu.Dropdown>
            {rest.map((stage) => (
              <Menu.Item key={stage.href} component={PageLink} href={link(stage.href)}>
                {stage.label}
              </Menu.Item>
            ))}
          </Menu.Dropdown>
        </Menu>
      )}
    </nav>
  );
}
