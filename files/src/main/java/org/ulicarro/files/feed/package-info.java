/**
 * Reads lines of buses and trams from schedules in the open General Transit Feed Specification (GTFS Schedule reference, MobilityData)
 * and lays them over the roads and stops of a study. {@link Feed} reads, {@link LineMatch} finds the way, {@link LineImport} makes the
 * patch for the study.
 */
package org.ulicarro.files.feed;
