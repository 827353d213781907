package org.seedbank.app

import kotlin.test.Test
import kotlin.test.assertEquals

class SeedScreenTest {
    @Test
    fun showsEachSeed() {
        val drawer = Drawer(listOf(Seed("Samphire", 3)))
        assertEquals("Samphire: 3 g\n1 in all", SeedScreen(SeedRows()).shown(drawer))
    }
}
