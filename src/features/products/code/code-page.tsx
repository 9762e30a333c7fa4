'use client';

import { Button, Group, Popover, SegmentedControl, Select, Text } from '@mantine/core';
import { notifications } from '@mantine/notifications';
import { IconGitBranch, IconGitPullRequest, IconReplace, IconScan } from '@tabler/icons-react';
import { useState } from 'react';
import type { AnswerOf } from '@/api/operations';
import { SendingLine, useSending } from '@/features/jobs/sending';
import { JobLine } from '@/features/jobs/job-line';
import { isUnderWay, useJobs } from '@/features/jobs/use-jobs';
import { call, useCall } from '@/features/session/call';
import { useProduct } from '@/features/session/product-shell';
import { CoverageChart } from '@/ui/coverage-chart';
import { dayText } from '@/ui/day-text';
import { EmptyState } from '@/ui/empty-state';
import { useQuery } from '@/ui/frame/lens';
import { PageSkeleton } from '@/ui/page-skeleton';
import { shareText } from '@/ui/share-text';
import { CloneSteps } from './clone-steps';
import { CoverageTable } from './coverage-table';
import { CommitList } from './commit-list';
import { Evidence } from './evidence';
import { PartsBar } from './parts-bar';
import { ProposeBranch } from './propose-branch';
import { UploadSource } from './upload-source';
import { ProposalList, ProposalView } from './proposals';
import classes from './code.module.css';

export type Scanned = AnswerOf<'scans.list'>['libraries'][number]['scans'][number];
export type Commit = AnswerOf<'repositories.read'>['commits'][number];

/** The branch whose commits are scanned. */
const MAIN = 'main';

/** A product's repository, and what its commits say of the tokens: coverage, raw values, and the lines behind each. */
export function CodePage() {
  const { slug, name, canEdit: canMerge, role } = useProduct();
  const canPropose = role !== 'viewer';
  const [query, setQuery] = useQuery();
  const jobs = useJobs(slug);
  const current = jobs.data?.find(isUnderWay);
  // Once a job has ended there is something new to read.
  const ended = jobs.data?.map((job) => job.ended ?? '').reduce((a, b) => (a > b ? a : b), '');
  const asked = query.get('branch');
  const repository = useCall(
    'GET /products/{slug}/repository',
    asked === null ? { slug } : { slug, branch: asked },
    ended,
  );
  const scans = useCall('GET /products/{slug}/scans', { slug }, ended);
  const proposed = useCall('GET /products/{slug}/proposals', { slug }, ended);
  const started = (answer: Promise<unknown>) =>
    void answer.then(
      () => Promise.all([repository.refetch(), jobs.refetch()]),
      (error: Error) => void notifications.show({ message: error.message, color: 'red' }),
    );
  const [proposing, setProposing] = useState(false);
  const upload = useSending();
  const sendSource = (file: File) => {
    const path = `/products/${slug}/uploads/source?${new URLSearchParams({ name: file.name.slice(-120) })}`;
    started(upload.send({ path, document: slug, file, name: file.name }));
  };
  const uploading = upload.sending !== null;
  const { data } = repository;
  const title = <h1 className={classes.title}>Code of {name}</h1>;
  if (repository.error && !data)
    return (
      <>
        {title}
        <Text c="var(--mantine-color-error)">{repository.error.message}</Text>
      </>
    );
  if (!data || !scans.data)
    return (
      <>
        {title}
        <PageSkeleton label="Reading the repository" />
      </>
    );
  if (data.off)
    return (
      <>
        {title}
        <EmptyState title="Repositories are off.">
          git is not installed where Seedplan runs. An administrator can install git 2.39 or newer and start
          Seedplan again.
        </EmptyState>
      </>
    );
  if (!data.exists)
    return (
      <>
        {title}
        <EmptyState
          title="No repository yet."
          actions={
            canMerge && (
              <Button onClick={() => started(call('POST /products/{slug}/repository', { slug }))}>
                Create repository
              </Button>
            )
          }
        >
          With the source of {name} in a repository, each commit is scanned: how much of it is written by
          token, which raw values stand where, and what is deprecated.
        </EmptyState>
      </>
    );
  if (data.commits.length === 0)
    return (
      <>
        {title}
        <section className={`sheet ${classes.begin}`}>
          <h2>Push the source of {name}</h2>
          <CloneSteps slug={slug} isEmpty />
          {canMerge && (
            <>
              <h2>Or upload the source as a ZIP archive</h2>
              <SendingLine {...upload} />
              <UploadSource send={sendSource} disabled={uploading} />
            </>
          )}
        </section>
      </>
    );
  const { libraries } = scans.data;
  const library = libraries.find((one) => one.slug === query.get('library')) ?? libraries[0];
  const scanned = new Map((library?.scans ?? []).map((one) => [one.commit, one]));
  const commit = data.commits.find(({ hash }) => hash === query.get('commit')) ?? data.commits[0]!;
  const scan = scanned.get(commit.hash);
  const isMain = asked === null || asked === MAIN;
  const waiting = isMain ? data.commits.filter(({ hash }) => !scanned.has(hash)).length : 0;
  const pick = (hash: string) => setQuery({ commit: hash, value: null, place: null, proposal: null });
  const proposals = proposed.data?.proposals ?? [];
  const proposal = proposals.find(({ id }) => id === query.get('proposal'));
  const isProposed = proposals.some(({ branch, state }) => state === 'open' && branch === asked);
  const newest = scanned.get(data.commits[0]!.hash);
  const asTable = query.get('coverage') === 'table';
  const titles = new Map(data.commits.map(({ hash, title: said }) => [hash, said]));
  return (
    <>
      <Group mb="md" gap="sm">
        {title}
        {libraries.length > 1 && (
          <Select
            aria-label="Library"
            w={160}
            value={library?.slug ?? null}
            onChange={(value) => setQuery({ library: value })}
            data={libraries.map((one) => ({ value: one.slug, label: one.name }))}
            allowDeselect={false}
          />
        )}
        {data.branches.length > 1 && (
          <Select
            aria-label="Branch"
            w={220}
            searchable
            value={asked ?? MAIN}
            onChange={(value) => setQuery({ branch: value === MAIN ? null : value, commit: null })}
            data={data.branches.map(({ name: called }) => ({ value: called, label: `Branch: ${called}` }))}
            allowDeselect={false}
          />
        )}
        <Group gap="xs" ml="auto">
          <Popover position="bottom-end" withArrow trapFocus>
            <Popover.Target>
              <Button variant="default" leftSection={<IconGitBranch size={15} />}>
                Clone
              </Button>
            </Popover.Target>
            <Popover.Dropdown maw={560}>
              <CloneSteps slug={slug} />
            </Popover.Dropdown>
          </Popover>
          {canMerge && <UploadSource send={sendSource} disabled={uploading || current !== undefined} />}
          {canPropose && newest && newest.parts.exact > 0 && (
            <Button
              variant="default"
              leftSection={<IconReplace size={15} />}
              disabled={current !== undefined}
              onClick={() =>
                started(call('POST /products/{slug}/migrations', { slug, library: library!.slug }))
              }
            >
              Propose migration
            </Button>
          )}
          {canPropose && !isMain && !isProposed && (
            <Button leftSection={<IconGitPullRequest size={15} />} onClick={() => setProposing(true)}>
              Propose branch
            </Button>
          )}
          {canPropose && (
            <Button
              variant={waiting > 0 ? 'filled' : 'default'}
              leftSection={<IconScan size={15} />}
              disabled={current !== undefined}
              onClick={() => started(call('POST /products/{slug}/scans', { slug }))}
            >
              Scan new commits
            </Button>
          )}
        </Group>
      </Group>
      {proposing && (
        <ProposeBranch
          slug={slug}
          branch={asked!}
          title={data.commits[0]!.title}
          close={() => setProposing(false)}
          proposed={(id) => {
            setProposing(false);
            setQuery({ branch: null, proposal: id, commit: null });
            void proposed.refetch();
          }}
        />
      )}
      <SendingLine {...upload} />
      {current && !uploading && <JobLine job={current} changed={() => void jobs.refetch()} />}
      <LastOutcome jobs={jobs.data ?? []} />
      {!library && (
        <EmptyState title="No library to scan against.">
          {name} has no library pinned, so there are no tokens to hold its source against.
        </EmptyState>
      )}
      {library && scanned.size > 0 && (
        <section className={`sheet ${classes.coverage}`} aria-label="Coverage">
          {scan && <PartsBar scan={scan} library={library.name} />}
          <SegmentedControl
            aria-label="View of coverage"
            size="xs"
            value={asTable ? 'table' : 'chart'}
            onChange={(value) => setQuery({ coverage: value === 'table' ? value : null })}
            data={[
              { value: 'chart', label: 'Chart' },
              { value: 'table', label: 'Table' },
            ]}
          />
          {asTable ? (
            <CoverageTable scans={library.scans} commits={data.commits} picked={commit.hash} onPick={pick} />
          ) : (
            <CoverageChart
              name={`Coverage by ${library.name} over ${library.scans.length} commits`}
              points={library.scans.map((one) => ({
                commit: one.commit,
                at: one.at,
                coverage: one.coverage,
                label: `${titles.get(one.commit) ?? one.commit.slice(0, 7)}, ${dayText(one.at)}: ${shareText(one.coverage)} of ${one.parts.total}`,
              }))}
              releases={library.releases}
              picked={commit.hash}
              onPick={pick}
            />
          )}
        </section>
      )}
      <div className={classes.columns}>
        <div className={classes.lists}>
          {proposals.length > 0 && (
            <ProposalList
              proposals={proposals}
              picked={proposal?.id ?? null}
              onPick={(id) => setQuery({ proposal: id })}
            />
          )}
          <CommitList commits={data.commits} scanned={scanned} picked={commit.hash} onPick={pick} />
        </div>
        {proposal ? (
          <ProposalView
            key={proposal.id}
            slug={slug}
            id={proposal.id}
            canClose={canPropose}
            canMerge={canMerge}
            changed={() => void Promise.all([proposed.refetch(), repository.refetch(), jobs.refetch()])}
          />
        ) : (
          <Evidence
            key={commit.hash}
            slug={slug}
            commit={commit}
            library={library?.slug}
            isScanned={scan !== undefined}
            propose={
              canPropose && library && commit === data.commits[0]
                ? (value, token) =>
                    started(
                      call('POST /products/{slug}/migrations', {
                        slug,
                        library: library.slug,
                        replace: [{ value, token }],
                      }),
                    )
                : undefined
            }
          />
        )}
      </div>
    </>
  );
}

/** What the last job came to, where that is not to be seen on the page: why it failed, or that there was nothing to propose. */
function LastOutcome({ jobs }: { jobs: NonNullable<ReturnType<typeof useJobs>['data']> }) {
  const [last] = jobs;
  const failed = last?.state === 'failed' ? last : undefined;
  if (failed)
    return (
      <Text role="alert" size="sm" c="var(--mantine-color-error)" mb="md">
        {failed.label} failed. {failed.error}
      </Text>
    );
  if (last?.state !== 'done' || last.label !== 'Migration') return null;
  return (
    <Text size="sm" c="dimmed" mb="md" role="status">
      {last.label}: {last.result}.
    </Text>
  );
}
