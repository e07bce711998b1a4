import { definition as break_ } from './break/definition.ts';
import { definition as stop } from './stop/definition.ts';
import { definition as sewingAgain } from './sewing_again/definition.ts';
import { definition as needleFitted } from './needle_fitted/definition.ts';
import { definition as coneMounted } from './cone_mounted/definition.ts';
import { definition as jobStarted } from './job_started/definition.ts';
import { definition as stopMoved } from './stop_moved/definition.ts';
import { definition as pieceFinished } from './piece_finished/definition.ts';
import { definition as partSewn } from './part_sewn/definition.ts';
import { definition as checkAsked } from './check_asked/definition.ts';
import { definition as checkDone } from './check_done/definition.ts';
import { definition as shift } from './shift/definition.ts';
import { definition as pieceHeld } from './piece_held/definition.ts';
import { definition as pieceReleased } from './piece_released/definition.ts';
import { definition as caseFitted } from './case_fitted/definition.ts';
import { definition as caseMeasured } from './case_measured/definition.ts';
import { definition as screwTurned } from './screw_turned/definition.ts';
import { definition as caseDropped } from './case_dropped/definition.ts';
import { definition as blockRead } from './block_read/definition.ts';
import { definition as upperGauged } from './upper_gauged/definition.ts';
import { definition as traceOpened } from './trace_opened/definition.ts';
import { definition as traceStep } from './trace_step/definition.ts';
import { definition as traceClosed } from './trace_closed/definition.ts';
import { definition as mechanicalFound } from './mechanical_found/definition.ts';
import { definition as onIt } from './on_it/definition.ts';
import { definition as note } from './note/definition.ts';
import { definition as correction } from './correction/definition.ts';

/** Every kind of entry. A new one is a folder beside these and a line here. */
export const entryKinds = {
  break: break_,
  stop: stop,
  sewing_again: sewingAgain,
  needle_fitted: needleFitted,
  cone_mounted: coneMounted,
  job_started: jobStarted,
  stop_moved: stopMoved,
  piece_finished: pieceFinished,
  part_sewn: partSewn,
  check_asked: checkAsked,
  check_done: checkDone,
  shift: shift,
  piece_held: pieceHeld,
  piece_released: pieceReleased,
  case_fitted: caseFitted,
  case_measured: caseMeasured,
  screw_turned: screwTurned,
  case_dropped: caseDropped,
  block_read: blockRead,
  upper_gauged: upperGauged,
  trace_opened: traceOpened,
  trace_step: traceStep,
  trace_closed: traceClosed,
  mechanical_found: mechanicalFound,
  on_it: onIt,
  note: note,
  correction: correction,
} as const;
