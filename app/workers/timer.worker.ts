/** Says every 30 ms that the scheduler may look ahead again. */
setInterval(() => postMessage(undefined), 30)
