package org.seedbank.app.rows

import org.seedbank.app.model.Seed
import org.seedbank.app.model.weighed

/** Rows of a list, one for each seed. */
class SeedRows {
    fun row(seed: Seed): String = "${seed.name}: ${seed.weighed()}"
}
