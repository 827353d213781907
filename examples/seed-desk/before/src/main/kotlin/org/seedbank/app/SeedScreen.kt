package org.seedbank.app

/** Shows the seeds of a drawer. */
class SeedScreen(private val rows: SeedRows) {
    fun shown(drawer: Drawer): String = drawer.seeds.joinToString("\n") { rows.row(it) } + drawer.footer()
}
