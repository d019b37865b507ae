package org.ulicarro.files;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

/** Points whose coordinates are known: origins of grids, worked examples of mapping agencies, the equator of zones. */
class MapProjectionTest {

    @ParameterizedTest
    @CsvSource({
        "EPSG:32633, 500000, 0, 0, 15, 1e-9",
        "32601, 500000, 0, 0, -177, 1e-9",
        "EPSG:32733, 500000, 10000000, 0, 15, 1e-9",
        "urn:ogc:def:crs:EPSG::25832, 500000, 0, 0, 9, 1e-9",
        "http://www.opengis.net/def/crs/EPSG/0/26918, 500000, 0, 0, -75, 1e-9",
        "EPSG:6328, 500000, 0, 0, 171, 1e-9",
        "EPSG:6330, 500000, 0, 0, -177, 1e-9",
        "EPSG:7856, 500000, 10000000, 0, 153, 1e-9",
        "EPSG:31983, 500000, 10000000, 0, -45, 1e-9",
        "EPSG:3857, 111319.490793, 0, 0, 1, 1e-8",
        "EPSG:2154, 700000, 6600000, 46.5, 3, 1e-9",
        "EPSG:3035, 4321000, 3210000, 52, 10, 1e-9",
        "EPSG:2180, 500000, -5300000, 0, 19, 1e-9",
        "EPSG:2193, 1600000, 10000000, 0, 173, 1e-9",
        // Ordnance Survey, a guide to coordinate systems in Great Britain: the worked example in both frames
        "EPSG:27700, 651409.903, 313177.270, 52.65798, 1.716052, 5e-5",
        // Kadaster: Amersfoort
        "EPSG:28992, 155000, 463000, 52.15517440, 5.38720621, 3e-6",
        "EPSG:4326, 14.98, 44.05, 44.05, 14.98, 0",
        "WGS84, 14.98, 44.05, 44.05, 14.98, 0",
        "+proj=tmerc +lat_0=44 +lon_0=15 +k=1 +ellps=WGS84, 0, 0, 44, 15, 1e-9"
    })
    void pointsLieWhereTheyAreKnownToLie(String name, double x, double y, double lat, double lon, double off) {
        double[] at = MapProjection.of(name).latLon(x, y);
        assertThat(at[0]).isCloseTo(lat, within(off));
        assertThat(at[1]).isCloseTo(lon, within(off));
    }

    @ParameterizedTest
    @ValueSource(
            strings = {"", "EPSG:99999", "local plan, x east and y north", "+proj=nothing", "+proj=", "EPSG:", "12"})
    void othersAreNotKnown(String name) {
        assertThat(MapProjection.of(name)).isNull();
    }
}
