import { DialogRef } from '@angular/cdk/dialog';
import { provideHttpClient } from '@angular/common/http';
import { HttpTestingController, provideHttpClientTesting } from '@angular/common/http/testing';
import { TestBed } from '@angular/core/testing';
import { provideRouter } from '@angular/router';
import { partsConvention } from '@renquil/core/names';
import { takeSnapshot, type SceneSnapshot } from '@renquil/core/scene';
import { sceneFromOutline } from '@renquil/core/testing';
import { Analysis } from '../app/state/analysis';
import type { LoggedChange, OpenedScene, Role } from '@renquil/api';
import { OpenScene } from '../app/state/open-scene';
import { Session } from '../app/state/session';
import { SinceVersion } from '../app/workbench/check/since-version';
import { Waivers } from '../app/workbench/check/waivers';
import { FixPreview } from '../app/workbench/check/fix-preview';
import { FindingsState } from '../app/workbench/check/findings-state';
import { LedgerState } from '../app/workbench/ledger/ledger-state';
import { ArrangeState } from '../app/workbench/arrange/arrange-state';
import { SettingsState } from '../app/workbench/arrange/settings-state';
import { ColumnChoice } from '../app/workbench/ledger/column-choice';
import { SlotCells } from '../app/workbench/ledger/slot-cells';
import { SwitchPaint } from '../app/workbench/ledger/switch-paint';
import { StageHost } from '../app/workbench/viewport/stage-host';
import { BenchState } from '../app/workbench/name/bench-state';
import { ProposeState } from '../app/workbench/name/propose-state';
import { UnsentStores } from '../app/state/saving/change-store';
import { LocalAnalysis } from './local-analysis';
import { MemoryStores } from './memory-store';

export interface Bed {
  readonly http: HttpTestingController;
  readonly open: OpenScene;
  readonly ledger: LedgerState;
  /** Lets promises that wait for an answer run on. */
  settle(): Promise<void>;
  /** Answers the next posted change and returns what was sent. */
  commit(
    revision: number,
    missed?: readonly LoggedChange[],
  ): Promise<{ id: string; base: number; label: string }>;
}
/** An event stream that never says anything. */
function quietEvents(): EventSource {
  return { onmessage: null, onopen: null, close: () => undefined } as unknown as EventSource;
}

/** The services of a workbench over a scene from an outline, the server answered by the test. */
export async function workbenchBed(
  outline: string,
  { role = 'artist', changes = [] }: { role?: Role; changes?: LoggedChange[] } = {},
): Promise<Bed> {
  const snapshot: SceneSnapshot = JSON.parse(
    JSON.stringify(takeSnapshot(sceneFromOutline(outline))),
  ) as SceneSnapshot;
  spyOn(window, 'EventSource').and.callFake(quietEvents);
  TestBed.configureTestingModule({
    providers: [
      provideHttpClient(),
      provideHttpClientTesting(),
      provideRouter([]),
      { provide: Analysis, useClass: LocalAnalysis },
      { provide: UnsentStores, useClass: MemoryStores },
      { provide: DialogRef, useValue: { close: () => undefined } },
      OpenScene,
      LedgerState,
      BenchState,
      ProposeState,
      FindingsState,
      FixPreview,
      Waivers,
      SinceVersion,
      ArrangeState,
      SettingsState,
      ColumnChoice,
      SwitchPaint,
      SlotCells,
      StageHost,
    ],
  });
  TestBed.inject(Session).info.set({
    account: { id: 1, name: 'Mo Adeyemi', makesProjects: false },
    projects: [{ slug: 'p', name: 'P', role, archived: false }],
    demo: true,
  });
  const http = TestBed.inject(HttpTestingController);
  const open = TestBed.inject(OpenScene);
  const settle = async (): Promise<void> => {
    for (let i = 0; i < 6; i++) await Promise.resolve();
    TestBed.tick();
  };
  const opening = open.open(1);
  const revision = changes.at(-1)?.revision ?? 0;
  const scene = {
    id: 1,
    name: 'test',
    sourceName: 'test.glb',
    revision,
    objects: 1,
    version: 1,
    unsaved: revision,
    convention: 'Parts',
    standing: null,
    judged: true,
    updatedAt: '',
    updatedBy: '',
  };
  http.expectOne('/api/scenes/1').flush({
    project: { slug: 'p', name: 'P', archived: false },
    role,
    scene,
    snapshot: 0,
    changes,
    convention: {
      id: null,
      shipped: 'parts',
      name: 'Parts',
      revision: 0,
      body: partsConvention,
      settled: true,
    },
  } satisfies OpenedScene);
  await settle();
  http
    .expectOne('/api/scenes/1/snapshots/0')
    .flush(new TextEncoder().encode(JSON.stringify(snapshot)).buffer);
  await opening;
  await settle();
  return {
    http,
    open,
    ledger: TestBed.inject(LedgerState),
    settle,
    async commit(next, missed = []) {
      await settle();
      const request = http.expectOne('/api/scenes/1/changes');
      request.flush({ revision: next, missed });
      await settle();
      return request.request.body as { id: string; base: number; label: string };
    },
  };
}
