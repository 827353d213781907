package org.seedbank.app.screen

import kotlin.test.Test
import kotlin.test.assertEquals
import org.seedbank.app.model.Drawer
import org.seedbank.app.model.Seed
import org.seedbank.app.rows.SeedRows

class SeedScreenTest {
    @Test
    fun showsEachSeed() {
        val drawer = Drawer(listOf(Seed("Samphire", 3)))
        assertEquals("Samphire: 3 g\n1 in all", SeedScreen(SeedRows()).shown(drawer))
    }
}
