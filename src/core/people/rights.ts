/**
 * What may be allowed or not. Every endpoint names one in its contract, and so does every kind of entry that not everyone may write. `sentence`: what
 * whoever lacks it is told, after "This needs …".
 */
export const rights = {
  /** For anybody at all: whether the app is alive, signing in, being let in. */
  anyone: { needs: 'nothing' },
  /** The board: which machine sews, stands, needs somebody. */
  board: { needs: 'a device that was let in' },
  read: { needs: 'a tablet that was let in' },
  compute: { needs: 'a tablet that was let in' },
  /** A break, a stop, what was fitted: whoever stands there, with or without a name. */
  logUnnamed: { needs: 'a tablet that was let in' },
  log: { needs: 'somebody signed in' },
  /** His own PIN or password. */
  ownSecret: { needs: 'somebody signed in' },
  correctOwn: { needs: 'a tablet that was let in' },
  correctOthers: { needs: 'a technician or an owner' },
  mechanical: { needs: 'a technician or an owner' },
  release: { needs: 'a technician or an owner' },
  plan: { needs: 'a technician or an owner' },
  stores: { needs: 'a technician or an owner' },
  machines: { needs: 'a technician or an owner' },
  feed: { needs: 'a feed’s token of this machine' },
  gauge: { needs: 'a gauge’s token of this machine, or somebody signed in' },
  people: { needs: 'an owner' },
  metrics: { needs: 'an owner' },
  everything: { needs: 'an owner' },
} as const satisfies Readonly<Record<string, { needs: string }>>;
export type Right = keyof typeof rights;
