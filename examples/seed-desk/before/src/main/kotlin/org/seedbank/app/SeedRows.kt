package org.seedbank.app

/** Rows of a list, one for each seed. */
class SeedRows {
    fun row(seed: Seed): String = "${seed.name}: ${seed.weighed()}"
}
