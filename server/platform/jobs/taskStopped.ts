/** A task that took longer than any honest input needs, or more memory; its thread was ended. */
export class TaskStopped extends Error {}
