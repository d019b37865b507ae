package org.ulicarro.files;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.stream.Stream;
import org.snakeyaml.engine.v2.exceptions.YamlEngineException;
import org.ulicarro.core.base.Fault;
import tools.jackson.databind.JsonNode;

/**
 * Changes single values of a study in its files, keeping comments and layout. Nothing is written before the whole study has been read
 * anew and holds.
 */
public final class StudyEditor {

    /** In a study's folder: what its files held before each edit. */
    private static final String UNDO = ".undo";

    /** Behind a name there: what the edit made of the file. */
    private static final String AFTER = ".after";

    private final Path folder;
    private final String alternative;
    private final Map<String, String> texts = new LinkedHashMap<>(); // file to its text
    private final Map<String, String> changed = new LinkedHashMap<>();
    private final Map<String, String> kept = new LinkedHashMap<>(); // texts that may be asked back for

    private StudyEditor(Path folder, String alternative) {
        this.folder = folder;
        this.alternative = alternative;
    }

    /**
     * Opens a study for editing.
     *
     * @param alternative the alternative to write into, or null for the study itself
     */
    public static StudyEditor open(Path folder, String alternative) throws IOException {
        StudyEditor editor = new StudyEditor(folder, alternative);
        if (alternative == null) {
            editor.add(StudyFolder.MAIN_FILE);
            LocatedTree main = YamlFile.parse(editor.texts.get(StudyFolder.MAIN_FILE), StudyFolder.MAIN_FILE);
            if (main.root != null) {
                for (JsonNode file : main.root.path("files")) {
                    editor.add(file.asString(""));
                }
            }
        } else {
            String name = "alternatives/" + alternative + ".yaml";
            boolean exists = Files.exists(folder.resolve(name));
            editor.texts.put(name, exists ? read(folder.resolve(name)) : "");
        }
        return editor;
    }

    private void add(String name) throws IOException {
        Path root = folder.toRealPath();
        Path path = root.resolve(name).normalize();
        if (Files.isRegularFile(path) && path.toRealPath().startsWith(root)) {
            texts.put(name, read(path));
        }
    }

    private static String read(Path path) throws IOException {
        return new String(InputFile.bytes(path, InputFile.SMALL), StandardCharsets.UTF_8);
    }

    /**
     * Puts a value at a path such as {@code network.roads.quay-1.speed}.
     *
     * @param value YAML on one line; {@code null} takes the key away
     * @return the file that changes
     * @throws StudyProblem when that cannot be done
     */
    public String set(String path, String value) throws StudyProblem {
        List<String> steps = steps(path);
        if (steps.isEmpty() || value.isBlank() || value.contains("\n")) {
            throw problem(path, "write it as path=value, such as network.roads.quay-1.speed='50 km/h'");
        }
        JsonNode meant = parsed(path, value);
        String file = fileFor(steps);
        try {
            YamlText text = new YamlText(texts.get(file));
            // an alternative takes a key away by writing null for it
            String after = alternative == null ? text.with(steps, value.strip()) : text.written(steps, value.strip());
            JsonNode found = at(YamlFile.parse(after, file), steps);
            boolean asMeant = meant.isNull() ? found == null || found.isNull() : meant.equals(found);
            if (!asMeant) {
                throw problem(path, "'" + value + "' would be read as something else there; put it in quotes");
            }
            texts.put(file, after);
            changed.put(file, after);
            return file;
        } catch (YamlText.NotPossible | YamlEngineException e) {
            throw problem(
                    path, String.valueOf(e.getMessage()).lines().findFirst().orElse("it cannot be changed"));
        }
    }

    /** Steps of a path; keys with dots may be put in quotes. */
    private static List<String> steps(String path) {
        List<String> steps = new ArrayList<>();
        StringBuilder step = new StringBuilder();
        boolean quoted = false;
        for (char c : path.toCharArray()) {
            if (c == '"') {
                quoted = !quoted;
            } else if (c == '.' && !quoted) {
                steps.add(step.toString());
                step.setLength(0);
            } else {
                step.append(c);
            }
        }
        steps.add(step.toString());
        return steps.stream().anyMatch(String::isBlank) ? List.of() : steps;
    }

    private static JsonNode parsed(String path, String value) throws StudyProblem {
        LocatedTree tree = YamlFile.parse("value: " + value, path);
        if (tree.root == null || !tree.root.has("value") || tree.root.size() != 1) {
            throw problem(path, "'" + value + "' is no YAML value");
        }
        return tree.root.get("value");
    }

    /** The file in which most of a path exists already. */
    private String fileFor(List<String> steps) throws StudyProblem {
        String best = null;
        int most = -1;
        for (Map.Entry<String, String> file : texts.entrySet()) {
            try {
                int known = new YamlText(file.getValue()).known(steps);
                if (known > most) {
                    most = known;
                    best = file.getKey();
                }
            } catch (YamlEngineException e) {
                throw problem(
                        file.getKey(), "this file is not valid YAML; mend it first ('ulicarro check' says where)");
            }
        }
        return best;
    }

    private static JsonNode at(LocatedTree tree, List<String> steps) {
        JsonNode at = tree.root;
        int step = 0;
        while (at != null && step < steps.size()) {
            JsonNode next = null;
            int taken = 1;
            for (int length = steps.size() - step; length > 0 && next == null; length--) {
                String key = String.join(".", steps.subList(step, step + length));
                next = at.isArray() && key.matches("\\d{1,4}") ? at.get(Integer.parseInt(key)) : at.get(key);
                taken = length;
            }
            at = next;
            step += taken;
        }
        return at;
    }

    /** The study as it will be; its problems when it would not hold. */
    public LoadedStudy check() throws StudyProblem {
        return StudyFolder.read(folder, alternative == null ? List.of() : List.of(alternative), changed);
    }

    /** Lets {@link #undo} bring back what the files hold now. */
    public void keepForUndo() {
        kept.putAll(texts);
    }

    /** Writes the changed files, each whole or not at all. */
    public void save() throws IOException {
        if (!kept.isEmpty()) {
            Path own = folder.resolve(UNDO).resolve(String.format(Locale.ROOT, "%04d", steps(folder) + 1));
            for (String file : changed.keySet()) {
                Path path = own.resolve(file);
                Files.createDirectories(path.getParent());
                OutputFile.text(path, kept.get(file));
                OutputFile.text(path.resolveSibling(path.getFileName() + AFTER), changed.get(file));
            }
        }
        for (Map.Entry<String, String> file : changed.entrySet()) {
            Path path = folder.resolve(file.getKey());
            Files.createDirectories(path.toAbsolutePath().getParent());
            Path part = path.resolveSibling(path.getFileName() + ".part");
            try {
                OutputFile.text(part, file.getValue());
                Files.move(part, path, StandardCopyOption.REPLACE_EXISTING);
            } finally {
                Files.deleteIfExists(part);
            }
        }
    }

    private static int steps(Path folder) throws IOException {
        if (!Files.isDirectory(folder.resolve(UNDO))) {
            return 0;
        }
        try (Stream<Path> all = Files.list(folder.resolve(UNDO))) {
            return all.map(p -> p.getFileName().toString())
                    .filter(name -> name.matches("\\d{1,6}"))
                    .mapToInt(Integer::parseInt)
                    .max()
                    .orElse(0);
        }
    }

    /**
     * Brings back what the files held before the last change that was kept.
     *
     * @return the files, none where no change was kept
     */
    public static List<String> undo(Path folder) throws IOException {
        int last = steps(folder);
        Path own = folder.resolve(UNDO).resolve(String.format(Locale.ROOT, "%04d", last));
        if (last == 0 || !Files.isDirectory(own)) {
            return List.of();
        }
        List<Path> files;
        try (Stream<Path> all = Files.walk(own)) {
            files = all.filter(Files::isRegularFile)
                    .filter(p -> !p.toString().endsWith(AFTER))
                    .sorted()
                    .toList();
        }
        for (Path file : files) {
            Path now = folder.resolve(own.relativize(file).toString());
            Path after = file.resolveSibling(file.getFileName() + AFTER);
            if (!Files.exists(now) || Files.mismatch(now, after) >= 0) {
                throw new IOException(now + " has been changed since the last edit; taking that back would lose it");
            }
        }
        List<String> names = new ArrayList<>();
        for (Path file : files) {
            String name = own.relativize(file).toString().replace('\\', '/');
            Files.move(file, folder.resolve(name), StandardCopyOption.REPLACE_EXISTING);
            names.add(name);
        }
        delete(last == 1 ? folder.resolve(UNDO) : own);
        return names;
    }

    private static void delete(Path tree) throws IOException {
        try (Stream<Path> all = Files.walk(tree)) {
            for (Path path : all.sorted(Comparator.reverseOrder()).toList()) {
                Files.delete(path);
            }
        }
    }

    private static StudyProblem problem(String where, String text) {
        return new StudyProblem(List.of(new Message(Fault.Severity.ERROR, new Spot(where, 1, 1), text)));
    }
}
