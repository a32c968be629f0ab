/**
 * How the C library of the process of mockups gives out memory, which decoders and encoders ask for by tens of MB: what is freed goes
 * back at once. Left to itself it keeps that in one arena for each thread, and a process of 700 MB grows to 2,000 (mallopt(3)).
 */
export const ALLOCATOR = { MALLOC_ARENA_MAX: '2', MALLOC_MMAP_THRESHOLD_: '1048576', MALLOC_TRIM_THRESHOLD_: '4194304' };
