import type { OutputFile } from '@/core/outputs/output';
import type { Destination, OutputItem } from '@/core/outputs/output-item';
import type { DocumentRow } from '../../access/authorise';
import type { ReleaseRow } from '../../releases/store';
import type { Work } from '../../use-case';
import type { DeliveryRow } from '../delivery-rows';
import type { Uploaded } from '../uploaded';

/** One release on its way through one output. */
export interface Going<D extends Destination = Destination> {
  library: DocumentRow;
  release: ReleaseRow;
  output: OutputItem;
  destination: D;
  /** What the output delivered there before, the newest first. */
  before: DeliveryRow[];
  /** What files that are no text hold. */
  uploaded: Uploaded;
}

/** What came of a delivery. */
export interface Arrived {
  /** Whether anything is other there than before. */
  changed: boolean;
  /** In a few words. */
  said: string;
  proposal?: { id: string; commit: string };
}

/** A kind of place that files are delivered to: one file beside this one and one line in the registry. */
export interface DestinationKind<D extends Destination = never, Known = never, Made = never> {
  kind: D['kind'];
  /** What has to be known before the files are written. @throws Problem where nothing can be delivered there */
  read(work: Work, going: Going<D>): Promise<Known>;
  /** Makes ready what takes its time, while others go on; nobody sees it yet. */
  prepare(going: Going<D>, files: readonly OutputFile[], known: Known): Promise<Made>;
  /** Brings the files there, as the last thing before it is stored that they are. */
  bring(work: Work, going: Going<D>, files: readonly OutputFile[], made: Made): Promise<Arrived>;
}

export const destinationKind = <D extends Destination, Known, Made>(kind: DestinationKind<D, Known, Made>) =>
  kind;
