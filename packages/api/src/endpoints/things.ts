import type { Of } from '../shape.js';
import { sessionOfMine } from './account.js';
import { binnedScene } from './bin.js';
import { edits, newChange, loggedChange, historyLine } from './changes.js';
import {
  convention,
  pinnedConvention,
  fittedConvention,
  conventionList,
  conventionInfo,
  triedScene,
  learned,
} from './conventions.js';
import { decision, deliveryInfo, heard, keptReceipt } from './deliveries.js';
import { gate, readBack, handoffChanges, handoffInfo, packageChanges } from './handoffs.js';
import { invitationInfo, invited } from './invitations.js';
import { startedJob, jobInfo } from './jobs.js';
import { memberInfo } from './members.js';
import { demoPerson } from './people.js';
import { foundObject, auditLine, libraryInfo } from './projects.js';
import { keptRecipe } from './recipes.js';
import { openedScene, toldElsewhere } from './scenes.js';
import { accountName, sessionInfo } from './sessions.js';
import { projectName, sceneSummary, standing } from './shared.js';
import { tokenInfo, aboutToken } from './tokens.js';
import { versionInfo } from './versions.js';
import { targetInfo } from './targets.js';
import { trends } from './trends.js';
import { waiverInfo } from './waivers.js';
import { nearWord, wordUse, wordRename } from './words.js';

/** The things that bodies and replies hold, by the names that the documents give them. */
export const things = {
  AboutToken: aboutToken,
  AccountName: accountName,
  AuditLine: auditLine,
  BinnedScene: binnedScene,
  Convention: convention,
  ConventionInfo: conventionInfo,
  ConventionList: conventionList,
  Decision: decision,
  DeliveryInfo: deliveryInfo,
  DemoPerson: demoPerson,
  Edits: edits,
  FittedConvention: fittedConvention,
  FoundObject: foundObject,
  Gate: gate,
  HandoffChanges: handoffChanges,
  HandoffInfo: handoffInfo,
  Heard: heard,
  HistoryLine: historyLine,
  InvitationInfo: invitationInfo,
  Invited: invited,
  JobInfo: jobInfo,
  KeptReceipt: keptReceipt,
  KeptRecipe: keptRecipe,
  Learned: learned,
  LibraryInfo: libraryInfo,
  LoggedChange: loggedChange,
  MemberInfo: memberInfo,
  NearWord: nearWord,
  NewChange: newChange,
  OpenedScene: openedScene,
  PackageChanges: packageChanges,
  PinnedConvention: pinnedConvention,
  ProjectName: projectName,
  ReadBack: readBack,
  SceneSummary: sceneSummary,
  SessionInfo: sessionInfo,
  SessionOfMine: sessionOfMine,
  NamingStatistics: standing,
  StartedJob: startedJob,
  TokenInfo: tokenInfo,
  ToldElsewhere: toldElsewhere,
  TriedScene: triedScene,
  VersionInfo: versionInfo,
  WaiverInfo: waiverInfo,
  TargetInfo: targetInfo,
  Trends: trends,
  WordRename: wordRename,
  WordUse: wordUse,
} as const;

export type AboutToken = Of<typeof aboutToken>;
export type AccountName = Of<typeof accountName>;
export type AuditLine = Of<typeof auditLine>;
export type BinnedScene = Of<typeof binnedScene>;
export type ConventionInfo = Of<typeof conventionInfo>;
export type ConventionList = Of<typeof conventionList>;
/** What somebody made of a difference. */
export type Decision = Of<typeof decision>;
/** A package on its way to a receiver. */
export type DeliveryInfo = Of<typeof deliveryInfo>;
export type DemoPerson = Of<typeof demoPerson>;
export type FittedConvention = Of<typeof fittedConvention>;
export type FoundObject = Of<typeof foundObject>;
export type Gate = Of<typeof gate>;
export type HandoffChanges = Of<typeof handoffChanges>;
export type HandoffInfo = Of<typeof handoffInfo>;
export type HistoryLine = Of<typeof historyLine>;
export type InvitationInfo = Of<typeof invitationInfo>;
export type Invited = Of<typeof invited>;
export type JobInfo = Of<typeof jobInfo>;
/** A receipt, and when it came. */
export type KeptReceipt = Of<typeof keptReceipt>;
export type KeptRecipe = Of<typeof keptRecipe>;
export type Learned = Of<typeof learned>;
export type LibraryInfo = Of<typeof libraryInfo>;
export type LoggedChange = Of<typeof loggedChange>;
export type MemberInfo = Of<typeof memberInfo>;
export type NearWord = Of<typeof nearWord>;
export type NewChange = Of<typeof newChange>;
export type OpenedScene = Of<typeof openedScene>;
export type PinnedConvention = Of<typeof pinnedConvention>;
export type ProjectName = Of<typeof projectName>;
export type ReadBack = Of<typeof readBack>;
export type SceneSummary = Of<typeof sceneSummary>;
export type SessionInfo = Of<typeof sessionInfo>;
export type SessionOfMine = Of<typeof sessionOfMine>;
export type StartedJob = Of<typeof startedJob>;
export type TokenInfo = Of<typeof tokenInfo>;
export type ToldElsewhere = Of<typeof toldElsewhere>;
export type TriedScene = Of<typeof triedScene>;
export type VersionInfo = Of<typeof versionInfo>;
/** What is let pass, or asked to be. */
export type WaiverInfo = Of<typeof waiverInfo>;
/** A target as a project has it. */
export type TargetInfo = Of<typeof targetInfo>;
/** What was found day by day. */
export type Trends = Of<typeof trends>;
export type WordRename = Of<typeof wordRename>;
export type WordUse = Of<typeof wordUse>;
