import * as account from './account.js';
import * as bin from './bin.js';
import * as changes from './changes.js';
import * as conventions from './conventions.js';
import * as deliveries from './deliveries.js';
import * as documents from './documents.js';
import * as handoffs from './handoffs.js';
import * as imports from './imports.js';
import * as invitations from './invitations.js';
import * as jobs from './jobs.js';
import * as members from './members.js';
import * as people from './people.js';
import * as projects from './projects.js';
import * as recipes from './recipes.js';
import * as scenes from './scenes.js';
import * as sessions from './sessions.js';
import * as tokens from './tokens.js';
import * as versions from './versions.js';
import * as targets from './targets.js';
import * as trends from './trends.js';
import * as waivers from './waivers.js';
import * as words from './words.js';

/** Every endpoint by its name, sorted by its file: what the server answers, the pages ask and docs/api.md lists. */
export const endpoints = {
  changePassword: account.changePassword,
  endOtherSessions: account.endOtherSessions,
  endSessionOfMine: account.endSessionOfMine,
  listMySessions: account.listMySessions,
  useReset: account.useReset,
  binScene: bin.binScene,
  emptyBin: bin.emptyBin,
  listProjectBin: bin.listProjectBin,
  restoreScene: bin.restoreScene,
  createChange: changes.createChange,
  listSceneChanges: changes.listSceneChanges,
  listSceneHistory: changes.listSceneHistory,
  listMyChanges: changes.listMyChanges,
  chooseStandard: conventions.chooseStandard,
  createConvention: conventions.createConvention,
  dropConventionDraft: conventions.dropConventionDraft,
  fitSceneConventions: conventions.fitSceneConventions,
  getConvention: conventions.getConvention,
  getConventionRevision: conventions.getConventionRevision,
  learnProjectConvention: conventions.learnProjectConvention,
  listProjectConventions: conventions.listProjectConventions,
  pinSceneConvention: conventions.pinSceneConvention,
  publishConvention: conventions.publishConvention,
  saveConventionDraft: conventions.saveConventionDraft,
  tryProjectConvention: conventions.tryProjectConvention,
  createDelivery: deliveries.createDelivery,
  decideDifferences: deliveries.decideDifferences,
  getHeard: deliveries.getHeard,
  listHandoffReceipts: deliveries.listHandoffReceipts,
  listProjectReceivers: deliveries.listProjectReceivers,
  getOpenApi: documents.getOpenApi,
  createHandoff: handoffs.createHandoff,
  getHandoffChanges: handoffs.getHandoffChanges,
  getHandoffFile: handoffs.getHandoffFile,
  getHandoffPackage: handoffs.getHandoffPackage,
  listSceneHandoffs: handoffs.listSceneHandoffs,
  createImport: imports.createImport,
  createImportOfUploads: imports.createImportOfUploads,
  dropUpload: imports.dropUpload,
  getUpload: imports.getUpload,
  putUpload: imports.putUpload,
  acceptInvitation: invitations.acceptInvitation,
  createInvitation: invitations.createInvitation,
  deleteInvitation: invitations.deleteInvitation,
  listProjectInvitations: invitations.listProjectInvitations,
  lookAtInvitation: invitations.lookAtInvitation,
  askJobAgain: jobs.askJobAgain,
  cancelJob: jobs.cancelJob,
  getJob: jobs.getJob,
  listProjectJobs: jobs.listProjectJobs,
  createReset: members.createReset,
  letMemberMakeProjects: members.letMemberMakeProjects,
  listProjectMembers: members.listProjectMembers,
  removeProjectMember: members.removeProjectMember,
  setMemberRole: members.setMemberRole,
  getHealth: people.getHealth,
  listDemoPeople: people.listDemoPeople,
  createProject: projects.createProject,
  getAuditCsv: projects.getAuditCsv,
  getProject: projects.getProject,
  listProjectAudit: projects.listProjectAudit,
  searchProject: projects.searchProject,
  changeProject: projects.changeProject,
  deleteProjectRecipe: recipes.deleteProjectRecipe,
  listProjectRecipes: recipes.listProjectRecipes,
  saveProjectRecipe: recipes.saveProjectRecipe,
  getCopy: scenes.getCopy,
  getChangeList: scenes.getChangeList,
  getScene: scenes.getScene,
  getSnapshot: scenes.getSnapshot,
  getSource: scenes.getSource,
  getThumbnail: scenes.getThumbnail,
  getKnownElsewhere: scenes.getKnownElsewhere,
  watchScene: scenes.watchScene,
  createSession: sessions.createSession,
  endSession: sessions.endSession,
  getSession: sessions.getSession,
  deleteProjectTarget: targets.deleteProjectTarget,
  listProjectTargets: targets.listProjectTargets,
  listTargetRevisions: targets.listTargetRevisions,
  saveProjectTarget: targets.saveProjectTarget,
  tryProjectTarget: targets.tryProjectTarget,
  createToken: tokens.createToken,
  deleteProjectToken: tokens.deleteProjectToken,
  getToken: tokens.getToken,
  listProjectTokens: tokens.listProjectTokens,
  getTrends: trends.getTrends,
  getTrendsCsv: trends.getTrendsCsv,
  createVersion: versions.createVersion,
  getVersionFindings: versions.getVersionFindings,
  listSceneVersions: versions.listSceneVersions,
  restoreVersion: versions.restoreVersion,
  createWaiver: waivers.createWaiver,
  decideSceneWaiver: waivers.decideSceneWaiver,
  listProjectWaivers: waivers.listProjectWaivers,
  listSceneWaivers: waivers.listSceneWaivers,
  getNearWord: words.getNearWord,
  getWordUse: words.getWordUse,
  renameWord: words.renameWord,
} as const;
export type Endpoints = typeof endpoints;
