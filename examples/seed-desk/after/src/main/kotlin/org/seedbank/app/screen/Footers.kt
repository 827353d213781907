package org.seedbank.app.screen

import org.seedbank.app.model.Drawer

internal fun Drawer.footer(): String = "\n${seeds.size} in all"
