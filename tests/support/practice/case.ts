/** A case of practice, asked of the core. Common practice, no published source, unless it says otherwise. */
export interface PracticeCase {
  asked: string;
  practice: string;
  /** What the app says, as it would be read. */
  said: string;
  holds: boolean;
  /** Why it says something else; only where it does. */
  argued?: string;
}
