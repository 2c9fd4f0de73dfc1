/**
 * What the threads of the pool do: each task with its answer and what it tells on its way. Every folder that has a task
 * declares it here, beside the task itself.
 */
// eslint-disable-next-line @typescript-eslint/no-empty-object-type -- the folders fill it
export interface Tasks {}
export type TaskName = keyof Tasks;
