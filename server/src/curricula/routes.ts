import { api } from '@oaken/contract';
import type { Context } from '../context';
import { quietly, type Bind } from '../http/bind';
import { arrangeCurriculumLine, placeInCurriculum } from './contents';
import { followCurriculum, readComingNext } from './following';
import { listCurricula, readCurriculumLine } from './reading';
import { describeCurriculum, makeCurriculum, removeCurriculum, writeCurriculum } from './writing';

export function curriculumRoutes(bind: Bind, context: Context): void {
  bind(api.listCurricula, ({ me }) => listCurricula(context, me));
  bind(api.makeCurriculum, ({ me, body }) => makeCurriculum(context, me, body));
  bind(api.describeCurriculum, ({ me, params, body }) =>
    quietly(describeCurriculum(context, me, params.curriculumId, body)),
  );
  bind(api.writeCurriculum, ({ me, params, body }) =>
    writeCurriculum(context, me, params.curriculumId, body),
  );
  bind(api.removeCurriculum, ({ me, params }) =>
    quietly(removeCurriculum(context, me, params.curriculumId, true)),
  );
  bind(api.restoreCurriculum, ({ me, params }) =>
    quietly(removeCurriculum(context, me, params.curriculumId, false)),
  );
  bind(api.readCurriculumLine, ({ me, params }) => readCurriculumLine(context, me, params.lineId));
  bind(api.placeInCurriculum, ({ me, params, body }) =>
    placeInCurriculum(context, me, params.lineId, body),
  );
  bind(api.arrangeCurriculumLine, ({ me, params, body }) =>
    quietly(arrangeCurriculumLine(context, me, params.lineId, body.contents)),
  );
  bind(api.readComingNext, ({ me }) => readComingNext(context, me));
  bind(api.followCurriculum, ({ me, params, body }) =>
    quietly(followCurriculum(context, me, params.classId, body)),
  );
}
