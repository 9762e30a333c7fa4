/** What the frame around every page knows of the person and of what there is. */
export interface Me {
  person: { id: string; name: string; about: string };
  teams: { name: string; role: string }[];
  unread: number;
}
export interface DocumentEntry {
  kind: 'library' | 'product';
  slug: string;
  name: string;
  about: string;
  team: string;
  role: string;
  version: string | null;
  parent: string | null;
  pins: string[];
  items: number;
}
