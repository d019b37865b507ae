package org.ulicarro.files.osm;

import com.google.protobuf.InvalidProtocolBufferException;
import crosby.binary.BinaryParser;
import crosby.binary.Osmformat;
import crosby.binary.file.BlockInputStream;
import crosby.binary.file.FileBlockPosition;
import crosby.binary.file.FileFormatException;
import java.io.EOFException;
import java.io.IOException;
import java.io.InputStream;
import java.nio.file.Path;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.ulicarro.files.StudyProblem;

/** The binary form of a map, read by the library of its makers, which bounds the size of its blocks. */
final class OsmPbf extends BinaryParser {

    private final OsmSink sink;

    private OsmPbf(OsmSink sink) {
        this.sink = sink;
    }

    static void read(InputStream in, Path file, OsmSink sink) throws IOException, StudyProblem {
        try {
            new BlockInputStream(in, new OsmPbf(sink)).process();
        } catch (EOFException | InvalidProtocolBufferException | FileFormatException e) {
            throw OsmFile.problem(file, 1, 1, "this is no map in the binary form (PBF), or it ends in the middle");
        } catch (Error | RuntimeException e) {
            // the library has no checked failures of its own: what is broken inside a block comes as one of these
            if (e instanceof VirtualMachineError) {
                throw e;
            }
            String why = e instanceof NewerForm ? ": " + e.getMessage() : "";
            throw OsmFile.problem(file, 1, 1, "this file is broken, or uses what only newer readers know" + why);
        }
    }

    /** A file asks for something that is not known here. */
    private static final class NewerForm extends RuntimeException {
        private static final long serialVersionUID = 1L;

        NewerForm(String message) {
            super(message);
        }
    }

    /** Blocks of other kinds are passed over, as the format asks for, and without a word. */
    @Override
    public boolean skipBlock(FileBlockPosition block) {
        return !block.getType().equals("OSMHeader") && !block.getType().equals("OSMData");
    }

    @Override
    protected void parse(Osmformat.HeaderBlock header) {
        for (String feature : header.getRequiredFeaturesList()) {
            if (!feature.equals("OsmSchema-V0.6") && !feature.equals("DenseNodes")) {
                throw new NewerForm("it requires '" + feature + "'");
            }
        }
    }

    private Map<String, String> tags(List<Integer> keys, List<Integer> values) {
        if (keys.isEmpty()) {
            return Map.of();
        }
        Map<String, String> tags = new HashMap<>();
        for (int i = 0; i < keys.size(); i++) {
            tags.put(getStringById(keys.get(i)), getStringById(values.get(i)));
        }
        return tags;
    }

    @Override
    protected void parseNodes(List<Osmformat.Node> nodes) {
        for (Osmformat.Node node : nodes) {
            sink.node(
                    node.getId(),
                    parseLat(node.getLat()),
                    parseLon(node.getLon()),
                    tags(node.getKeysList(), node.getValsList()));
        }
    }

    @Override
    protected void parseDense(Osmformat.DenseNodes nodes) {
        long id = 0;
        long lat = 0;
        long lon = 0;
        int at = 0; // in the keys and values, which are one list for all nodes with 0 between them
        for (int i = 0; i < nodes.getIdCount(); i++) {
            id += nodes.getId(i);
            lat += nodes.getLat(i);
            lon += nodes.getLon(i);
            Map<String, String> tags = Map.of();
            while (at < nodes.getKeysValsCount() && nodes.getKeysVals(at) != 0) {
                tags = tags.isEmpty() ? new HashMap<>() : tags;
                tags.put(getStringById(nodes.getKeysVals(at)), getStringById(nodes.getKeysVals(at + 1)));
                at += 2;
            }
            at++;
            sink.node(id, parseLat(lat), parseLon(lon), tags);
        }
    }

    @Override
    protected void parseWays(List<Osmformat.Way> ways) {
        for (Osmformat.Way way : ways) {
            long[] refs = new long[way.getRefsCount()];
            long ref = 0;
            for (int i = 0; i < refs.length; i++) {
                ref += way.getRefs(i);
                refs[i] = ref;
            }
            sink.way(way.getId(), refs, tags(way.getKeysList(), way.getValsList()));
        }
    }

    @Override
    protected void parseRelations(List<Osmformat.Relation> relations) {
        for (Osmformat.Relation relation : relations) {
            int count = relation.getMemidsCount();
            long[] members = new long[count];
            char[] kinds = new char[count];
            String[] roles = new String[count];
            long id = 0;
            for (int i = 0; i < count; i++) {
                id += relation.getMemids(i);
                members[i] = id;
                kinds[i] = switch (relation.getTypes(i)) {
                    case NODE -> 'n';
                    case WAY -> 'w';
                    case RELATION -> 'r';
                };
                roles[i] = getStringById(relation.getRolesSid(i));
            }
            sink.relation(
                    relation.getId(), kinds, members, roles, tags(relation.getKeysList(), relation.getValsList()));
        }
    }

    @Override
    public void complete() {
        // everything has been told
    }
}
