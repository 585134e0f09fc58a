FROM node:20-bookworm-slim AS build
RUN apt-get update && apt-get install -y --no-install-recommends python3 make g++ && rm -rf /var/lib/apt/lists/*
WORKDIR /app
COPY package.json package-lock.json ./
RUN npm ci --no-audit --no-fund
COPY . .
RUN npm run build

FROM node:20-bookworm-slim
WORKDIR /app
COPY --from=build /app /app
RUN mkdir /data /data-copies && chown node:node /data /data-copies
USER node
ENV DATA_DIR=/data HOST=0.0.0.0 PORT=3000
VOLUME ["/data", "/data-copies"]
EXPOSE 3000
HEALTHCHECK --interval=30s --timeout=5s --start-period=30s \
  CMD node -e "fetch('http://127.0.0.1:3000/readyz').then(({ ok }) => process.exit(ok ? 0 : 1), () => process.exit(1))"
CMD ["npm", "start"]
