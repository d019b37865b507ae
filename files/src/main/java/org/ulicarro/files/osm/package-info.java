/**
 * Road maps of OpenStreetMap in: a file is read into {@link org.ulicarro.files.osm.OsmMap}, drivable ways become a
 * {@link org.ulicarro.files.osm.RoadGraph}, stages turn what the map draws into junctions as drivers know them, and
 * {@link org.ulicarro.files.osm.MapImport} writes a study. The order of stages stands in {@code MapStages}.
 */
package org.ulicarro.files.osm;
