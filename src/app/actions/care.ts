'use server';

import * as calls from '../../services/care/call-or-defer';
import * as plans from '../../services/care/care-plans';
import { recordDone } from '../../services/care/done-already';
import { chooseMethod } from '../../services/care/methods';
import { lookFirst, sayPast } from '../../services/care/past';
import { fitCalendar } from '../../services/care/little-use';
import { shopSchools } from '../../services/care/lighter-schools';
import { ok } from '../../core/units/result';
import { action, query } from '../_server/action';

/** What each school would ask of the whole shop. */
export const shopSchoolsAction = query('set up', [], ({ shop }) => ok(shopSchools(shop)));

export const fitCalendarAction = action('set up', fitCalendar);
export const changeSchoolAction = action('set up', plans.changeSchool);
export const changeLimitsAction = action('set up', plans.changeLimits);
export const addOwnTaskAction = action('set up', plans.addOwnTask);
export const removeOwnTaskAction = action('set up', plans.removeOwnTask);
export const copyCarePlanAction = action('set up', plans.copyCarePlan);
export const deferAction = action('clean', calls.deferTask);
export const callAction = action('clean', calls.callTask);
export const lookFirstAction = action('clean', lookFirst);
export const recordDoneAction = action('clean', recordDone);
export const sayPastAction = action('set up', sayPast);
export const chooseMethodAction = action('set up', chooseMethod);
