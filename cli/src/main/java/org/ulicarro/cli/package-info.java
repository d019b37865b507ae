/** The commands: thin, they call the other modules, choose words and an exit code, and print. {@link org.ulicarro.cli.Main}. */
package org.ulicarro.cli;
