package org.ulicarro.files.gmns;

import java.io.IOException;
import java.nio.file.FileAlreadyExistsException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import org.ulicarro.files.CsvTable;
import org.ulicarro.files.OutputFile;
import org.ulicarro.files.OutputFolder;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.ArrayNode;
import tools.jackson.databind.node.JsonNodeFactory;
import tools.jackson.databind.node.ObjectNode;

/** Tables while they are filled; written all at once. */
final class Tables {

    /** The columns that are used, by table, as the specification names them; and behind them those of our own, which it allows. */
    static final Map<String, List<String>> COLUMNS = new LinkedHashMap<>();

    static {
        COLUMNS.put(
                "config",
                List.of(
                        "dataset_name",
                        "short_length",
                        "long_length",
                        "speed",
                        "crs",
                        "geometry_field_format",
                        "version_number",
                        "id_type",
                        "drive_on",
                        "plan_lat",
                        "plan_lon",
                        "plan_bearing"));
        COLUMNS.put(
                "node",
                List.of(
                        "node_id",
                        "name",
                        "x_coord",
                        "y_coord",
                        "node_type",
                        "ctrl_type",
                        "zone_id",
                        "corner_radius",
                        "outer_diameter",
                        "ring_lanes",
                        "ring_arcs"));
        COLUMNS.put("geometry", List.of("geometry_id", "geometry"));
        COLUMNS.put(
                "link",
                List.of(
                        "link_id",
                        "name",
                        "from_node_id",
                        "to_node_id",
                        "directed",
                        "geometry_id",
                        "dir_flag",
                        "length",
                        "grade",
                        "facility_type",
                        "free_speed",
                        "lanes",
                        "allowed_uses",
                        "median",
                        "level",
                        "approach",
                        "setback",
                        "joins",
                        "leaves",
                        "ring_arrows"));
        COLUMNS.put("lane", List.of("lane_id", "link_id", "lane_num", "allowed_uses", "width"));
        COLUMNS.put(
                "segment",
                List.of("segment_id", "link_id", "ref_node_id", "start_lr", "end_lr", "free_speed", "lanes", "taper"));
        COLUMNS.put(
                "segment_lane",
                List.of("segment_lane_id", "segment_id", "lane_num", "allowed_uses", "r_barrier", "width"));
        COLUMNS.put(
                "location",
                List.of(
                        "loc_id",
                        "link_id",
                        "ref_node_id",
                        "lr",
                        "loc_type",
                        "kind",
                        "length",
                        "width",
                        "refuge",
                        "yielding",
                        "lane_num"));
        COLUMNS.put(
                "movement",
                List.of(
                        "mvmt_id",
                        "node_id",
                        "name",
                        "ib_link_id",
                        "start_ib_lane",
                        "end_ib_lane",
                        "ob_link_id",
                        "type",
                        "ctrl_type",
                        "mvmt_code",
                        "slip_lane",
                        "on_red",
                        "turn",
                        "speed",
                        "radius",
                        "lane_pairs",
                        "yields_to",
                        "saturation"));
        COLUMNS.put("zone", List.of("zone_id", "name"));
        COLUMNS.put("signal_controller", List.of("controller_id"));
        COLUMNS.put("signal_timing_plan", List.of("timing_plan_id", "controller_id", "cycle_length"));
        COLUMNS.put(
                "signal_timing_phase",
                List.of(
                        "timing_phase_id",
                        "timing_plan_id",
                        "signal_phase_num",
                        "min_green",
                        "max_green",
                        "extension",
                        "clearance",
                        "yellow",
                        "red",
                        "begins",
                        "walk_time",
                        "ped_clearance",
                        "ring",
                        "barrier",
                        "position",
                        "name"));
        COLUMNS.put(
                "signal_phase_mvmt",
                List.of("signal_phase_mvmt_id", "timing_phase_id", "mvmt_id", "protection", "loc_id"));
        COLUMNS.put(
                "signal_coordination",
                List.of("coordination_id", "timing_plan_id", "controller_id", "coord_phase", "coord_ref_to", "offset"));
        COLUMNS.put(
                "signal_detector",
                List.of(
                        "detector_id",
                        "controller_id",
                        "signal_phase_num",
                        "link_id",
                        "start_lane",
                        "end_lane",
                        "ref_node_id",
                        "det_zone_front",
                        "det_zone_back",
                        "det_type",
                        "only"));
    }

    private final Map<String, List<String>> rows = new LinkedHashMap<>();
    private final Map<String, String[]> types = new LinkedHashMap<>(); // of the columns

    void add(String table, Object... values) {
        if (values.length != COLUMNS.get(table).size()) {
            throw new IllegalArgumentException(
                    table + " has " + COLUMNS.get(table).size() + " columns, not " + values.length);
        }
        String[] kinds = types.computeIfAbsent(table, none -> new String[values.length]);
        StringBuilder row = new StringBuilder();
        for (int i = 0; i < values.length; i++) {
            row.append(i > 0 ? "," : "").append(cell(values[i]));
            kinds[i] = wider(kinds[i], values[i]);
        }
        rows.computeIfAbsent(table, none -> new ArrayList<>()).add(row.toString());
    }

    /** The type of a column that holds a value beside what it held before. */
    private static String wider(String type, Object value) {
        if (value == null
                || value instanceof Double d && d.isNaN()
                || value.toString().isEmpty()) {
            return type;
        }
        String own = value instanceof Integer || value instanceof Long
                ? "integer"
                : value instanceof Double ? "number" : value instanceof Boolean ? "boolean" : "string";
        boolean numbers = !own.equals("string") && !own.equals("boolean") && !"string".equals(type);
        return type == null || type.equals(own) ? own : numbers && !"boolean".equals(type) ? "number" : "string";
    }

    int size(String table) {
        return rows.getOrDefault(table, List.of()).size();
    }

    private static String cell(Object value) {
        if (value == null || value instanceof Double d && d.isNaN()) {
            return "";
        }
        String text = value instanceof Double d ? number(d) : value.toString();
        return CsvTable.cell(text);
    }

    /** Seven places, without the zeros at their end. */
    static String number(double value) {
        return String.format(Locale.ROOT, "%.7f", value).replaceAll("0+$", "").replaceAll("\\.$", "");
    }

    /** Writes every table that has rows, with their description, all of them or none; the tables. */
    List<Path> write(Path folder) throws IOException {
        return OutputFolder.fill(folder, work -> fill(folder, work));
    }

    private List<Path> fill(Path folder, Path work) throws IOException {
        List<Path> files = new ArrayList<>();
        for (String table : COLUMNS.keySet()) {
            if (rows.containsKey(table)) {
                files.add(folder.resolve(table + ".csv"));
            }
        }
        Path about = folder.resolve("datapackage.json");
        files.add(about);
        for (Path file : files) {
            if (Files.exists(file)) {
                throw new FileAlreadyExistsException(
                        file.toString(), null, "this file exists already; name another folder");
            }
        }
        files.remove(about);
        OutputFile.text(work.resolve(about.getFileName()), description(files));
        for (Path file : files) {
            String table = file.getFileName().toString().replace(".csv", "");
            OutputFile.text(
                    work.resolve(file.getFileName()),
                    String.join(",", COLUMNS.get(table)) + "\n" + String.join("\n", rows.get(table)) + "\n");
        }
        return files;
    }

    /** The tables with their columns and types, as a Tabular Data Package (Frictionless Data, version 1). */
    private String description(List<Path> files) {
        ObjectNode all = JsonNodeFactory.instance.objectNode();
        all.put("profile", "tabular-data-package").put("name", "gmns-network");
        ArrayNode resources = all.putArray("resources");
        for (Path file : files) {
            String table = file.getFileName().toString().replace(".csv", "");
            ObjectNode one = resources.addObject();
            one.put("name", table)
                    .put("path", table + ".csv")
                    .put("profile", "tabular-data-resource")
                    .put("encoding", "utf-8");
            ObjectNode schema = one.putObject("schema");
            ArrayNode fields = schema.putArray("fields");
            List<String> columns = COLUMNS.get(table);
            for (int i = 0; i < columns.size(); i++) {
                String type = types.get(table)[i];
                fields.addObject().put("name", columns.get(i)).put("type", type == null ? "string" : type);
            }
            if (columns.get(0).endsWith("_id")) {
                schema.put("primaryKey", columns.get(0));
            }
        }
        return JsonMapper.builder().build().writerWithDefaultPrettyPrinter().writeValueAsString(all) + "\n";
    }
}
