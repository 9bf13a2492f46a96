// The Schedule: the sheet, timetables, placing and moving.
export { default as AccountSheet } from './AccountSheet.vue'
export { default as CalendarDialog } from './CalendarDialog.vue'
export { default as CardDialog } from './CardDialog.vue'
export { default as DayList } from './DayList.vue'
export { default as DaysThatDiffer } from './DaysThatDiffer.vue'
export { default as FillSlotRow } from './FillSlotRow.vue'
export { default as MixRules } from './MixRules.vue'
export { nearestSlot } from './nearestSlot'
export { default as PlanChangeList } from './PlanChangeList.vue'
export { default as PostCard } from './PostCard.vue'
export { default as ReadyMadeSlots } from './ReadyMadeSlots.vue'
export { type HoldTarget, PLAN_CHANGES, useScheduleStore } from './scheduleStore'
export { default as MonthSheet } from './MonthSheet.vue'
export { addMonths, weeksOfMonth } from './monthDays'
export { default as SheetFilters } from './SheetFilters.vue'
export { ontoCard } from './sheetMoves'
export { useCardShift } from './useCardShift'
export { useFill } from './useFill'
export { filterIn, monthIn, useScheduleAddress } from './useScheduleAddress'
export { default as SlotWeek } from './SlotWeek.vue'
export { default as StartTimetable } from './StartTimetable.vue'
export {
  DAYS_OF,
  type PlannedSlot,
  putIn,
  readTime,
  READY_MADE,
  type ReadyMade,
  readyMadeChoices,
  withTimes,
} from './timetables'
export { type PlacingWish, usePlacing, type Wish } from './usePlacing'
export { usePlanTrial } from './usePlanTrial'
export { SHEET_DRAG, useSheetDrag } from './useSheetDrag'
export { useTimetable } from './useTimetable'
export { default as WeekGrid } from './WeekGrid.vue'
