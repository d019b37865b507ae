/**
 * Searches: something is tried, measured by replications with common draws, and what comes next follows from the figures. {@link Tries} runs
 * and keeps, {@link Journal} remembers, so that a search that was stopped goes on where it was.
 */
package org.ulicarro.core.search;
