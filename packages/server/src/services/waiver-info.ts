import { toWaiver, type WaiverRow } from '../db/waivers.js';

/** A waiver as it is told to whoever asks. */
export function waiverInfo(row: WaiverRow, account: number) {
  const { scope, until } = toWaiver(row);
  return {
    id: row.id,
    scene: { id: row.scene_id, name: row.scene },
    scope,
    reason: row.reason,
    until,
    state: row.state,
    askedBy: row.asker,
    mine: row.asked_by === account,
    askedAt: row.asked_at,
    decidedBy: row.decider,
    decidedAt: row.decided_at,
    note: row.note,
  };
}
