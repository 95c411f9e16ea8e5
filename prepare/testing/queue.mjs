/**
 * Runs jobs, at most one in each lane at a time. Among the jobs whose needs have succeeded, the one with the longest
 * expected time comes first; the longest chain of jobs that need it is part of that time.
 * @param jobs each with a unique `name`, `seconds` (expected), `needs` (names) and `run(lane)`, which resolves with
 * whether it succeeded
 * @param lanes how many jobs run at once
 * @returns the result of each job by name; undefined for a job that was not run because one that it needs failed
 */
export async function runQueue(jobs, lanes) {
  const results = new Map();
  const waiting = new Map(jobs.map((job) => [job.name, job]));
  for (const { name, needs = [] } of jobs)
    for (const one of needs) if (!waiting.has(one)) throw new Error(`${name} needs ${one}, and there is no such job.`);
  const urgency = urgencies(jobs);
  let changed = () => undefined;
  const next = () => {
    for (const [name, { needs = [] }] of waiting)
      if (needs.some((one) => results.has(one) && !results.get(one)?.well)) {
        waiting.delete(name);
        results.set(name, undefined);
        return next();
      }
    return [...waiting.values()]
      .filter(({ needs = [] }) => needs.every((one) => results.get(one)?.well))
      .sort((a, b) => urgency.get(b.name) - urgency.get(a.name))[0];
  };
  const lane = async (number) => {
    while (waiting.size > 0) {
      const job = next();
      if (!job) {
        if (waiting.size > 0) await new Promise((go) => (changed = chain(changed, go)));
        continue;
      }
      waiting.delete(job.name);
      results.set(job.name, await job.run(number));
      changed();
      changed = () => undefined;
    }
    changed();
  };
  await Promise.all(Array.from({ length: lanes }, (_, number) => lane(number)));
  return results;
}

const chain = (first, second) => () => (first(), second());

/** Returns the expected seconds of each job plus those of the longest chain of jobs that need it. */
function urgencies(jobs) {
  const known = new Map();
  const urgencyOf = (job) => {
    if (!known.has(job.name)) {
      known.set(job.name, Infinity); // detects a cycle
      const after = jobs.filter((one) => one.needs?.includes(job.name));
      known.set(job.name, job.seconds + Math.max(0, ...after.map(urgencyOf)));
    }
    return known.get(job.name);
  };
  for (const job of jobs) if (urgencyOf(job) === Infinity) throw new Error(`${job.name} waits for itself.`);
  return known;
}
