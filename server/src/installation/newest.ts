/**
 * Of readings that overlap, keeps what the one that began last found. What began before it may end after it, and would put back what has
 * been changed meanwhile.
 */
export class Newest {
  private begun = 0;
  private kept = 0;

  /** Reads, and keeps what was found unless a reading that began later has been kept already. */
  async take<T>(read: () => Promise<T>, keep: (found: T) => void): Promise<void> {
    this.begun += 1;
    const mine = this.begun;
    const found = await read();
    if (mine < this.kept) return;
    this.kept = mine;
    keep(found);
  }
}
