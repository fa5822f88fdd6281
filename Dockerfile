# One static binary and nothing else. make build first, or make release and
#   docker build --build-arg BINARY=dist/hodometer-VERSION-linux-amd64 -t hodometer .
FROM scratch
ARG BINARY=bin/hodometer
COPY --chmod=0755 ${BINARY} /hodometer
COPY --chown=65532:65532 deploy/data /data
USER 65532:65532
WORKDIR /data
VOLUME /data
# There is no other folder to write in.
ENV TMPDIR=/data
EXPOSE 8443
ENTRYPOINT ["/hodometer"]
CMD ["serve", "--addr", "0.0.0.0:8443", "--tls", "own"]
