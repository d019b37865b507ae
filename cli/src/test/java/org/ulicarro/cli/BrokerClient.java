package org.ulicarro.cli;

import java.nio.charset.StandardCharsets;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.function.Function;
import org.eclipse.paho.client.mqttv3.MqttClient;
import org.eclipse.paho.client.mqttv3.MqttException;
import org.eclipse.paho.client.mqttv3.persist.MemoryPersistence;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** A controller that listens to a broker and answers there. */
final class BrokerClient implements AutoCloseable {

    private final MqttClient client;
    private final ExecutorService answers = Executors.newSingleThreadExecutor();
    private final AtomicInteger asked = new AtomicInteger();

    BrokerClient(String address, Function<JsonNode, String> policy) throws MqttException {
        JsonMapper json = JsonMapper.builder().build();
        client = new MqttClient(address, "somebody", new MemoryPersistence());
        client.connect();
        client.subscribe("ulicarro/control/+/+/ask", 1, (topic, message) -> {
            JsonNode text = json.readTree(new String(message.getPayload(), StandardCharsets.UTF_8));
            if (text.path("say").asString().equals("ask")) {
                asked.incrementAndGet();
                byte[] answer = policy.apply(text).getBytes(StandardCharsets.UTF_8);
                answers.submit(() -> {
                    client.publish(topic.replace("/ask", "/want"), answer, 0, false);
                    return null;
                });
            }
        });
    }

    int asked() {
        return asked.get();
    }

    @Override
    public void close() throws MqttException {
        answers.shutdown();
        client.disconnect();
        client.close();
    }
}
