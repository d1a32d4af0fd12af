/** The version of the job document that this code writes. Older ones are migrated: see `migrations`. */
export const JOB_VERSION = 8;
