'use client';

import { Button, Skeleton, Title } from '@mantine/core';
import { useDisclosure } from '@mantine/hooks';
import type { ReactNode } from 'react';
import type { AnswerOf } from '@/api/operations';
import { counted } from '@/core/base/words';
import { useCall } from '@/features/session/call';
import { PageLink } from '@/ui/page-link';
import classes from './workspace.module.css';

type Step = AnswerOf<'people.nextSteps'>['steps'][number];

/** What waits for whoever is signed in: what presses most, and the rest when asked for. */
export function NextStepOfMine() {
  const { data, isError } = useCall('GET /next-steps', {});
  const [all, { toggle }] = useDisclosure(false);
  // It is help, and no more: without it everything below is there.
  if (isError) return null;
  if (!data) return <Skeleton height={86} mb="lg" role="status" aria-label="Loading next step" />;
  const [first, ...rest] = data.steps;
  if (!first) return null;
  return (
    <section className={classes.step} aria-label="Next step">
      <Title order={2} size={13}>
        Next step
      </Title>
      <Row step={first} variant="filled">
        {rest.length > 0 && (
          <Button variant="subtle" aria-expanded={all} onClick={toggle}>
            {all ? 'Show first step only' : `Show ${counted(rest.length, 'more step')}`}
          </Button>
        )}
      </Row>
      {all && rest.map((step) => <Row key={step.href + step.why} step={step} variant="default" />)}
    </section>
  );
}

function Row({
  step: { why, label, href },
  variant,
  children,
}: {
  step: Step;
  variant: 'filled' | 'default';
  children?: ReactNode;
}) {
  return (
    <div>
      <p>{why}</p>
      {children}
      <Button component={PageLink} href={href} variant={variant}>
        {label}
      </Button>
    </div>
  );
}
