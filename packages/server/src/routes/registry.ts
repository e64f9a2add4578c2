import type { Route } from '../http/route.js';
import { changePassword } from './account/change-password.js';
import { endOtherSessions } from './account/end-other-sessions.js';
import { endSessionOfMine } from './account/end-session-of-mine.js';
import { listMySessions } from './account/list-sessions.js';
import { useReset } from './account/use-reset.js';
import { binScene } from './bin/bin-scene.js';
import { emptyBin } from './bin/empty-bin.js';
import { listProjectBin } from './bin/list-bin.js';
import { restoreScene } from './bin/restore-scene.js';
import { createChange } from './changes/create-change.js';
import { listSceneChanges } from './changes/list-changes.js';
import { listSceneHistory } from './changes/list-history.js';
import { listMyChanges } from './changes/list-my-changes.js';
import { chooseStandard } from './conventions/choose-standard.js';
import { createConvention } from './conventions/create-convention.js';
import { dropConventionDraft } from './conventions/drop-draft.js';
import { fitSceneConventions } from './conventions/fit-conventions.js';
import { getConvention } from './conventions/get-convention.js';
import { getConventionRevision } from './conventions/get-revision.js';
import { learnProjectConvention } from './conventions/learn-convention.js';
import { listProjectConventions } from './conventions/list-conventions.js';
import { pinSceneConvention } from './conventions/pin-scene.js';
import { publishConvention } from './conventions/publish-convention.js';
import { saveConventionDraft } from './conventions/save-draft.js';
import { tryProjectConvention } from './conventions/try-convention.js';
import { createDelivery } from './deliveries/create-delivery.js';
import { decideDifferences } from './deliveries/decide-differences.js';
import { getHeard } from './deliveries/get-heard.js';
import { listHandoffReceipts } from './deliveries/list-receipts.js';
import { listProjectReceivers } from './deliveries/list-receivers.js';
import { getOpenApi } from './documents/get-open-api.js';
import { createHandoff } from './handoffs/create-handoff.js';
import { getHandoffChanges } from './handoffs/get-handoff-changes.js';
import { getHandoffFile } from './handoffs/get-handoff-file.js';
import { getHandoffPackage } from './handoffs/get-handoff-package.js';
import { listSceneHandoffs } from './handoffs/list-handoffs.js';
import { createImportOfUploads } from './imports/create-import-of-uploads.js';
import { createImport } from './imports/create-import.js';
import { dropUpload } from './imports/drop-upload.js';
import { getUpload } from './imports/get-upload.js';
import { putUpload } from './imports/put-upload.js';
import { acceptInvitation } from './invitations/accept-invitation.js';
import { createInvitation } from './invitations/create-invitation.js';
import { deleteInvitation } from './invitations/delete-invitation.js';
import { listProjectInvitations } from './invitations/list-invitations.js';
import { lookAtInvitation } from './invitations/look-at-invitation.js';
import { askJobAgain } from './jobs/ask-again.js';
import { cancelJob } from './jobs/cancel-job.js';
import { getJob } from './jobs/get-job.js';
import { listProjectJobs } from './jobs/list-jobs.js';
import { createReset } from './members/create-reset.js';
import { letMemberMakeProjects } from './members/let-make-projects.js';
import { listProjectMembers } from './members/list-members.js';
import { removeProjectMember } from './members/remove-member.js';
import { setMemberRole } from './members/set-role.js';
import { getHealth } from './people/get-health.js';
import { listDemoPeople } from './people/list-demo-people.js';
import { createProject } from './projects/create-project.js';
import { getAuditCsv } from './projects/get-audit-csv.js';
import { getProject } from './projects/get-project.js';
import { listProjectAudit } from './projects/list-audit.js';
import { searchProject } from './projects/search-objects.js';
import { changeProject } from './projects/update-project.js';
import { deleteProjectRecipe } from './recipes/delete-recipe.js';
import { listProjectRecipes } from './recipes/list-recipes.js';
import { saveProjectRecipe } from './recipes/save-recipe.js';
import { getChangeList } from './scenes/get-change-list.js';
import { getCopy } from './scenes/get-copy.js';
import { getScene } from './scenes/get-scene.js';
import { getSnapshot } from './scenes/get-snapshot.js';
import { getSource } from './scenes/get-source.js';
import { getThumbnail } from './scenes/get-thumbnail.js';
import { getKnownElsewhere } from './scenes/known-elsewhere.js';
import { watchScene } from './scenes/watch-scene.js';
import { createSession } from './sessions/create-session.js';
import { endSession } from './sessions/delete-session.js';
import { getSession } from './sessions/get-session.js';
import { createToken } from './tokens/create-token.js';
import { deleteProjectToken } from './tokens/delete-token.js';
import { getToken } from './tokens/get-token.js';
import { listProjectTokens } from './tokens/list-tokens.js';
import { createVersion } from './versions/create-version.js';
import { getVersionFindings } from './versions/get-version-findings.js';
import { listSceneVersions } from './versions/list-versions.js';
import { restoreVersion } from './versions/restore-version.js';
import { createWaiver } from './waivers/create-waiver.js';
import { decideSceneWaiver } from './waivers/decide-waiver.js';
import { deleteProjectTarget } from './targets/delete-target.js';
import { listTargetRevisions } from './targets/list-target-revisions.js';
import { listProjectTargets } from './targets/list-targets.js';
import { saveProjectTarget } from './targets/save-target.js';
import { tryProjectTarget } from './targets/try-target.js';
import { getTrends } from './trends/get-trends.js';
import { getTrendsCsv } from './trends/get-trends-csv.js';
import { listProjectWaivers } from './waivers/list-project-waivers.js';
import { listSceneWaivers } from './waivers/list-waivers.js';
import { getNearWord } from './words/get-near-word.js';
import { getWordUse } from './words/get-word.js';
import { renameWord } from './words/rename-word.js';

/** Every route, sorted by its file. A test holds this list to the folder and the contract. */
export const routeRegistry: readonly Route[] = [
  changePassword,
  endOtherSessions,
  endSessionOfMine,
  listMySessions,
  useReset,
  binScene,
  emptyBin,
  listProjectBin,
  restoreScene,
  createChange,
  listSceneChanges,
  listSceneHistory,
  listMyChanges,
  chooseStandard,
  createConvention,
  dropConventionDraft,
  fitSceneConventions,
  getConvention,
  getConventionRevision,
  learnProjectConvention,
  listProjectConventions,
  pinSceneConvention,
  publishConvention,
  saveConventionDraft,
  tryProjectConvention,
  createDelivery,
  decideDifferences,
  getHeard,
  listHandoffReceipts,
  listProjectReceivers,
  getOpenApi,
  createHandoff,
  getHandoffChanges,
  getHandoffFile,
  getHandoffPackage,
  listSceneHandoffs,
  createImport,
  createImportOfUploads,
  dropUpload,
  getUpload,
  putUpload,
  acceptInvitation,
  createInvitation,
  deleteInvitation,
  listProjectInvitations,
  lookAtInvitation,
  askJobAgain,
  cancelJob,
  getJob,
  listProjectJobs,
  createReset,
  letMemberMakeProjects,
  listProjectMembers,
  removeProjectMember,
  setMemberRole,
  getHealth,
  listDemoPeople,
  createProject,
  getAuditCsv,
  getProject,
  listProjectAudit,
  searchProject,
  changeProject,
  deleteProjectRecipe,
  listProjectRecipes,
  saveProjectRecipe,
  getCopy,
  getChangeList,
  getScene,
  getSnapshot,
  getSource,
  getThumbnail,
  getKnownElsewhere,
  watchScene,
  createSession,
  endSession,
  getSession,
  deleteProjectTarget,
  listProjectTargets,
  listTargetRevisions,
  saveProjectTarget,
  tryProjectTarget,
  createToken,
  deleteProjectToken,
  getToken,
  listProjectTokens,
  getTrends,
  getTrendsCsv,
  createVersion,
  getVersionFindings,
  listSceneVersions,
  restoreVersion,
  createWaiver,
  decideSceneWaiver,
  listProjectWaivers,
  listSceneWaivers,
  getNearWord,
  getWordUse,
  renameWord,
];
