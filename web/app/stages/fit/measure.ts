import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import type { JointView, MeasurementView } from '@kerabat/contract';
import { GROUP_WORDS, isSameQuestion, type MeasureGroup, sideAt } from '@kerabat/core/job';
import { findAttribute, mayBeNone } from '@kerabat/core/named/attribute';
import { STANDS } from '@kerabat/core/named/caution';
import { jointDrawing } from '@kerabat/core/tell/drawing';
import { JobService } from '../../job/job-service';
import { FilePick } from '../../parts/file-pick';
import { isNarrow } from '../../parts/narrow';
import { One, OneAtATime } from '../../parts/one-at-a-time';
import { ProblemLine } from '../../parts/problem-line';
import { JointSheet } from './joint-sheet';
import { MeasureField } from './measure-field';

/** The shortest list of measurements after which every joint is known: a page of small drawings with their fields. */
@Component({
  selector: 'app-measure-view',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [FilePick, MatButtonModule, JointSheet, MeasureField, One, OneAtATime, ProblemLine],
  templateUrl: './measure.html',
  styles: `
    .head {
      gap: 12px;
      align-items: baseline;
      justify-content: space-between;
      flex-wrap: nowrap;
    }
    .head a {
      flex: none;
    }
    .head p {
      margin: 0 0 4px;
    }
    h2 {
      font-size: var(--size-text);
      margin: 8px 0 2px;
    }
    .sheets {
      display: grid;
      grid-template-columns: repeat(auto-fill, minmax(min(26rem, 100%), 1fr));
      gap: 12px;
    }
    section {
      min-width: 0;
    }
    p {
      margin: 2px 0;
    }
    .acts {
      display: grid;
      grid-template-columns: repeat(auto-fit, minmax(5rem, 1fr));
      gap: 8px;
      margin-top: 8px;
    }
    .acts ::ng-deep button {
      width: 100%;
      height: 52px;
    }
    @media (max-width: 700px) {
      .head {
        display: block;
      }
    }
  `,
})
export class MeasureView {
  protected readonly service = inject(JobService);
  /** By what has to come off first, the measurements of each joint on its drawing; each of them once. */
  protected readonly groups = computed(() => {
    const w = this.service.workspace();
    const joints = (w?.work ?? []).flatMap((work) =>
      work.joints.map((joint) => ({ work, joint, id: `${work.slot}/${joint.id}` })),
    );
    return (Object.keys(GROUP_WORDS) as MeasureGroup[])
      .map((id) => {
        const left = new Set((w?.measurements ?? []).filter((m) => m.group === id));
        const sheets = joints.flatMap(({ work, joint, id: at }) => {
          const list = [...left].filter((m) => isAskedBy(joint, m));
          for (const m of list) left.delete(m);
          const off = [...new Set(list.flatMap((m) => m.off ?? []))];
          const minutes = list.reduce((sum, m) => sum + m.minutes, 0);
          return list.length === 0
            ? []
            : [
                {
                  id: at,
                  work,
                  joint,
                  list,
                  off,
                  minutes,
                  beside: list.filter((m) => !isOnDrawing(work.slot, joint, m)),
                },
              ];
        });
        return { id, words: GROUP_WORDS[id], sheets, loose: [...left] };
      })
      .filter((group) => group.sheets.length + group.loose.length > 0);
  });
  /** The same one by one, for a phone: each with the joint that it is drawn on. */
  protected readonly questions = computed(() =>
    this.groups().flatMap(({ words, sheets, loose }) => [
      ...sheets.flatMap((sheet) =>
        sheet.list.map((m) => ({ m, sheet, group: words, drawn: isOnDrawing(sheet.work.slot, sheet.joint, m) })),
      ),
      ...loose.map((m) => ({ m, sheet: undefined, group: words, drawn: false })),
    ]),
  );
  protected readonly narrow = isNarrow();
  protected readonly problem = signal<string | undefined>(undefined);
  protected keyOf = ({ m }: { readonly m: MeasurementView }): string => m.key;
  protected mayBeNone({ attribute }: MeasurementView): boolean {
    const row = findAttribute(attribute);
    return row !== undefined && mayBeNone(row.name);
  }

  /** Records what stands in the field of a question, wherever it stands: below the drawing, or on it. */
  protected submit(section: HTMLElement): void {
    section.querySelector('form')?.requestSubmit();
  }

  protected async none(m: MeasurementView): Promise<void> {
    this.problem.set(await this.service.measure(m, `${m.line}none`));
  }

  protected async photograph(file: File, { what }: MeasurementView): Promise<void> {
    this.problem.set(await this.service.photograph(file, what));
  }

  protected readonly minutes = computed(() =>
    (this.service.workspace()?.measurements ?? []).reduce((sum, m) => sum + m.minutes, 0),
  );
  protected readonly stands = computed(() =>
    (this.service.workspace()?.measurements ?? []).some((m) =>
      ['hose-droop', 'hose-bump', 'hose-lock'].includes(m.attribute),
    ),
  );
  protected readonly unknown = computed(
    () => (this.service.workspace()?.work ?? []).flatMap((w) => w.joints).filter((j) => j.state === 'not-known').length,
  );
  protected readonly standing = STANDS;
}

const isAskedBy = (joint: JointView, m: MeasurementView): boolean =>
  joint.checks.some((check) => check.measures.some((one) => isSameQuestion(one, m)));

/** Whether the drawing of a joint has a place for a measurement. */
function isOnDrawing(slot: string, { drawn }: JointView, m: MeasurementView): boolean {
  if (!drawn) return false;
  const { views } = jointDrawing({ kind: drawn.kind, a: drawn.faces[0].facts, b: drawn.faces[1].facts });
  const face = drawn.faces[0].side === sideAt(slot, m) ? 'a' : 'b';
  return views.some((view) => [...view.dimensions, ...view.marks].some(({ key }) => key === `${face}:${m.attribute}`));
}
