import type { Flags } from '../flags.js';
import { readDatabaseUrl, type DatabaseAddress } from './address.js';
import { roomOn } from './private/disk-room.js';
import { PrivateMariaDb } from './private/private-mariadb.js';

/** The MariaDB that a process works on: one of its own on the data folder, or the studio's. */
export interface DatabaseHost {
  readonly address: DatabaseAddress;
  readonly isPrivate: boolean;
  /** Whether its disk has room, as far as that can be seen from here. */
  hasRoom(): boolean;
  /** Told when it answers elsewhere than before. */
  onMoved(hear: (address: DatabaseAddress) => void): void;
  stop(): Promise<void>;
}

/** The database by the flags: a private MariaDB, or one of the studio's. Throws SetUpError in words for people. */
export async function openHost(flags: Flags, say: (line: string) => void): Promise<DatabaseHost> {
  if (flags.database !== null) {
    const address = readDatabaseUrl(flags.database);
    return {
      address,
      isPrivate: false,
      hasRoom: () => true,
      onMoved: () => undefined,
      stop: () => Promise.resolve(),
    };
  }
  const mariadb = await PrivateMariaDb.start(flags.data, { say });
  return {
    get address() {
      return mariadb.address;
    },
    isPrivate: true,
    hasRoom: roomOn(flags.data),
    onMoved: (hear) => {
      mariadb.onMoved = hear;
      // It may have moved since its address was taken.
      hear(mariadb.address);
    },
    stop: () => mariadb.stop(),
  };
}
