import fc from 'fast-check';

// Laws are tried on as many cases as asked for, from a seed that can be given again.
fc.configureGlobal({
  numRuns: Number(process.env.FUZZ_CASES),
  seed: Number(process.env.FUZZ_SEED),
});
