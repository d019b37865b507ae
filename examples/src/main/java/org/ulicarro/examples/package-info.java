/** Ulicarro as a library: programs of one class each, to copy and change. The build runs them. */
package org.ulicarro.examples;
