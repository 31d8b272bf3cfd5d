/** Workbooks that are written; what writes them is large, so it is there when one is asked for. */
export { isLive, planWorkbook } from './plan-workbook';
export { scheduleWorkbook } from './schedule-workbook';
