// Loaded before a server: at SIGUSR2 it says how long the event loop was held since the last time, and starts anew.
import { monitorEventLoopDelay } from 'node:perf_hooks';

const held = monitorEventLoopDelay({ resolution: 1 });
held.enable();
process.on('SIGUSR2', () => {
  console.log(`loop: ${JSON.stringify({ p99: held.percentile(99) / 1e6, max: held.max / 1e6 })}`);
  held.reset();
});
