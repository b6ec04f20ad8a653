import fc from 'fast-check';

if (!process.env.HAVERSACK_LONG) fc.configureGlobal({ seed: 20_261_129 });
