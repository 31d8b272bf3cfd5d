/** Gives a new worker its task; `onanswer` is told what it answers. The result ends it. */
export function start<Task, Answer>(
	Made: new () => Worker,
	task: Task,
	onanswer: (answer: Answer) => void
): () => void {
	const worker = new Made();
	worker.onmessage = ({ data }: MessageEvent<Answer>) => onanswer(data);
	worker.postMessage(task);
	return () => worker.terminate();
}
