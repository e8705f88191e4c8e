import { type DBSchema, type IDBPDatabase, openDB } from 'idb';

/** The pictures of a photograph, beside the workshop it belongs to. */
export interface Pictures {
  full: Blob;
  small: Blob;
}

interface PhotoSchema extends DBSchema {
  pictures: { key: string; value: Pictures };
}

/** Pictures of photographs on the disk of the browser, by the id of the photograph. */
export class PhotoStore {
  private constructor(private readonly db: IDBPDatabase<PhotoSchema>) {}

  static async open(name = 'cosmesis-photographs'): Promise<PhotoStore> {
    return new PhotoStore(
      await openDB<PhotoSchema>(name, 1, { upgrade: (db) => void db.createObjectStore('pictures') }),
    );
  }

  /** @throws DOMException QuotaExceededError where the disk is full; nothing of it is kept then */
  async put(id: string, pictures: Pictures): Promise<void> {
    await this.db.put('pictures', pictures, id);
  }
  get(id: string): Promise<Pictures | undefined> {
    return this.db.get('pictures', id);
  }
  async ids(): Promise<string[]> {
    return this.db.getAllKeys('pictures');
  }
  async remove(ids: readonly string[]): Promise<void> {
    const change = this.db.transaction('pictures', 'readwrite');
    await Promise.all([...ids.map((id) => change.store.delete(id)), change.done]);
  }
}

let opened: Promise<PhotoStore> | undefined;
/** The pictures of this browser. */
export function photoStore(): Promise<PhotoStore> {
  opened ??= PhotoStore.open();
  return opened;
}
