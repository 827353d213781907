/**
 * Files of our own: written whole, forced, sealed.
 *
 * <p>No file here is opened through a link ({@link dev.vinesorter.source.disk.OwnFiles}), none is
 * seen half written ({@link dev.vinesorter.source.disk.WholeFile}), and what was kept is believed
 * when it has this user's seal ({@link dev.vinesorter.source.disk.UserKey}).
 */
package dev.vinesorter.source.disk;
