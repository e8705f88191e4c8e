import type { Patch } from 'immer';

/** What one tab tells the others of a workshop. */
export interface News {
  workshopId: string;
  /** The revision it led to. */
  rev: number;
  /** The revision it was made on, with what it did; absent where the whole workshop was replaced or deleted. */
  made?: { fromRev: number; patches: Patch[]; position: number; undoLabel: string | null; redoLabel: string | null };
  /** Name or number of workshops changed. */
  heads?: boolean;
}

/** What carries the news: a BroadcastChannel, or a stand-in of tests. */
export interface Channel {
  postMessage: (message: unknown) => void;
  onmessage: ((event: { data: unknown }) => void) | null;
}

const isNews = (data: unknown): data is News =>
  typeof data === 'object' && data !== null && typeof (data as News).workshopId === 'string';

/** The other tabs of this browser: told what was written, and heard. */
export class TabSync {
  constructor(
    private readonly channel: Channel,
    onNews: (news: News) => void,
  ) {
    channel.onmessage = ({ data }) => {
      if (isNews(data)) onNews(data);
    };
  }

  tell(news: News): void {
    this.channel.postMessage(news);
  }
}
