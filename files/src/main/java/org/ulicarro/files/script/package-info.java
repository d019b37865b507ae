/** Reads stage scripts: the grammar is {@code StageScript.g4}. */
package org.ulicarro.files.script;
