package org.ulicarro.files.osm;

import com.google.protobuf.ByteString;
import crosby.binary.Fileformat;
import crosby.binary.Osmformat;
import java.io.DataOutputStream;
import java.io.IOException;
import java.io.OutputStream;
import java.nio.charset.StandardCharsets;
import java.util.LinkedHashMap;
import java.util.Map;

/** Writes the elements that it is told in the binary form of maps, one block for each kind. */
final class PbfWriter implements OsmSink {

    private final Map<String, Integer> words = new LinkedHashMap<>(Map.of("", 0));
    private final Osmformat.DenseNodes.Builder nodes = Osmformat.DenseNodes.newBuilder();
    private final Osmformat.PrimitiveGroup.Builder ways = Osmformat.PrimitiveGroup.newBuilder();
    private final Osmformat.PrimitiveGroup.Builder relations = Osmformat.PrimitiveGroup.newBuilder();
    private long id;
    private long lat;
    private long lon;

    private int word(String text) {
        Integer known = words.get(text);
        if (known == null) {
            known = words.size();
            words.put(text, known);
        }
        return known;
    }

    @Override
    public void node(long node, double atLat, double atLon, Map<String, String> tags) {
        long y = Math.round(atLat * 1e7);
        long x = Math.round(atLon * 1e7);
        nodes.addId(node - id).addLat(y - lat).addLon(x - lon);
        id = node;
        lat = y;
        lon = x;
        tags.forEach((k, v) -> nodes.addKeysVals(word(k)).addKeysVals(word(v)));
        nodes.addKeysVals(0);
    }

    @Override
    public void way(long way, long[] refs, Map<String, String> tags) {
        Osmformat.Way.Builder one = Osmformat.Way.newBuilder().setId(way);
        long last = 0;
        for (long ref : refs) {
            one.addRefs(ref - last);
            last = ref;
        }
        tags.forEach((k, v) -> one.addKeys(word(k)).addVals(word(v)));
        ways.addWays(one);
    }

    @Override
    public void relation(long relation, char[] kinds, long[] members, String[] roles, Map<String, String> tags) {
        Osmformat.Relation.Builder one = Osmformat.Relation.newBuilder().setId(relation);
        long last = 0;
        for (int i = 0; i < members.length; i++) {
            one.addMemids(members[i] - last).addRolesSid(word(roles[i]));
            one.addTypes(kinds[i] == 'n' ? Osmformat.Relation.MemberType.NODE : Osmformat.Relation.MemberType.WAY);
            last = members[i];
        }
        tags.forEach((k, v) -> one.addKeys(word(k)).addVals(word(v)));
        relations.addRelations(one);
    }

    void save(OutputStream file) throws IOException {
        try (DataOutputStream out = new DataOutputStream(file)) {
            block(
                    out,
                    "OSMHeader",
                    Osmformat.HeaderBlock.newBuilder()
                            .addRequiredFeatures("OsmSchema-V0.6")
                            .addRequiredFeatures("DenseNodes")
                            .build()
                            .toByteString());
            Osmformat.StringTable.Builder table = Osmformat.StringTable.newBuilder();
            words.keySet().forEach(w -> table.addS(ByteString.copyFrom(w, StandardCharsets.UTF_8)));
            block(
                    out,
                    "OSMData",
                    Osmformat.PrimitiveBlock.newBuilder()
                            .setStringtable(table)
                            .addPrimitivegroup(
                                    Osmformat.PrimitiveGroup.newBuilder().setDense(nodes))
                            .addPrimitivegroup(ways)
                            .addPrimitivegroup(relations)
                            .build()
                            .toByteString());
        }
    }

    private static void block(DataOutputStream out, String type, ByteString content) throws IOException {
        byte[] blob = Fileformat.Blob.newBuilder()
                .setRaw(content)
                .setRawSize(content.size())
                .build()
                .toByteArray();
        byte[] head = Fileformat.BlobHeader.newBuilder()
                .setType(type)
                .setDatasize(blob.length)
                .build()
                .toByteArray();
        out.writeInt(head.length);
        out.write(head);
        out.write(blob);
    }
}
