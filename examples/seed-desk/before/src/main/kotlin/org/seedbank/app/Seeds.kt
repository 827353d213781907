package org.seedbank.app

/** A seed that is kept. */
data class Seed(val name: String, val grams: Int)

/** A drawer with seeds. */
data class Drawer(val seeds: List<Seed>)

/** Its weight with the unit. */
fun Seed.weighed(): String = "$grams g"
