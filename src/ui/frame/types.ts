/** What the frame around every page knows of the person and of what there is. */
export interface Me {
  person: { id: string; name: string; about: string; administrator: boolean };
  teams: { name: string; role: string }[];
  unread: number;
  workspace: {
    /** Widths specimens are looked at in, in CSS pixels. */
    widths: number[];
  };
}
export interface DocumentEntry {
  id: string;
  kind: 'library' | 'product';
  slug: string;
  name: string;
  about: string;
  team: string;
  role: string;
  visibility: 'workspace' | 'team';
  /** Whether new products start with it. */
  starts: boolean;
  version: string | null;
  parent: string | null;
  pins: string[];
}
