package org.seedbank.app

internal fun Drawer.footer(): String = "\n${seeds.size} in all"
