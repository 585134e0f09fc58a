/** What a process that is asked one question says first: from then on its time counts. */
export const readyWord = 'ready';
